import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'

const importing = /^(?:import|export)\b[^;]*?from '(\.{1,2}\/[^']+)'/gms
const known = new Map()

/** Files of a workspace, each with those that it imports. */
function importsIn(folder) {
  let imports = known.get(folder)
  if (imports) return imports
  const files = readdirSync(folder, { recursive: true })
    .filter((file) => /\.tsx?$/.test(file))
    .map((file) => join(folder, file))
  imports = new Map(
    files.map((file) => [
      file,
      [...readFileSync(file, 'utf8').matchAll(importing)]
        .map(([, path]) => resolve(dirname(file), path))
        .filter((path) => existsSync(path)),
    ]),
  )
  known.set(folder, imports)
  return imports
}

/** Whatever needs itself by way of others, each with the others of its circle. @param imports what each needs */
function circlesOf(imports) {
  const circles = new Map()
  // Strongly connected components (Tarjan 1972).
  const [index, low, stack] = [new Map(), new Map(), []]
  const visit = (one) => {
    index.set(one, index.size)
    low.set(one, index.get(one))
    stack.push(one)
    for (const next of imports.get(one) ?? []) {
      if (!index.has(next)) visit(next)
      if (stack.includes(next)) low.set(one, Math.min(low.get(one), low.get(next)))
    }
    if (low.get(one) !== index.get(one)) return
    const circle = stack.splice(stack.indexOf(one))
    if (circle.length > 1) for (const each of circle) circles.set(each, circle)
  }
  for (const one of imports.keys()) if (!index.has(one)) visit(one)
  return circles
}

/** Folders of a workspace that import each other in a circle; what lies beside them is their common ground, or the way in. */
function circlesOfFolders(folder) {
  const imports = new Map()
  for (const [file, others] of importsIn(folder)) {
    const from = folderOf(folder, file)
    if (!from || /\.test\.tsx?$/.test(file)) continue
    const to = imports.get(from) ?? imports.set(from, new Set()).get(from)
    for (const other of others)
      if (folderOf(folder, other) && folderOf(folder, other) !== from) to.add(folderOf(folder, other))
  }
  return circlesOf(imports)
}

/** @returns the folder right below `folder`, null of a file that lies in none */
function folderOf(folder, file) {
  const [first, ...rest] = relative(folder, file).split(/[\\/]/)
  return rest.length > 0 ? first : null
}

const whole = new Map()
function once(key, work) {
  if (!whole.has(key)) whole.set(key, work())
  return whole.get(key)
}

/** No file, and no folder, needs itself by way of others: each can be read, and tested, after those that it imports. */
export const noCircles = {
  meta: {
    type: 'problem',
    schema: [],
    messages: {
      circle: 'These files import each other in a circle: {{files}}.',
      folders: 'Files of these folders import each other in a circle: {{folders}}. This one imports {{file}}.',
    },
  },
  create(context) {
    const src = /^(.*[\\/](?:server|web|core|contract|devices)[\\/]src)[\\/]/.exec(context.filename)?.[1]
    if (!src) return {}
    return {
      Program(node) {
        const circle = once(src, () => circlesOf(importsIn(src))).get(context.filename)
        if (circle)
          context.report({
            node,
            messageId: 'circle',
            data: { files: circle.map((file) => relative(src, file)).join(', ') },
          })
        if (/\.test\.tsx?$/.test(context.filename)) return
        const own = folderOf(src, context.filename)
        const folders = once(`${src} folders`, () => circlesOfFolders(src)).get(own)
        for (const other of folders ? (importsIn(src).get(context.filename) ?? []) : [])
          if (folderOf(src, other) !== own && folders.includes(folderOf(src, other)))
            context.report({
              node,
              messageId: 'folders',
              data: { folders: folders.join(', '), file: relative(src, other) },
            })
      },
    }
  },
}
