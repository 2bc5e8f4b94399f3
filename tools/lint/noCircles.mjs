import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'

const importing = /^(?:import|export)\b[^;]*?from '(\.{1,2}\/[^']+)'/gms
const known = new Map()

/** Files of a workspace that import each other in a circle, each with the others of its circle. */
function circlesIn(folder) {
  let circles = known.get(folder)
  if (circles) return circles
  const files = readdirSync(folder, { recursive: true })
    .filter((file) => /\.tsx?$/.test(file))
    .map((file) => join(folder, file))
  const imports = new Map(
    files.map((file) => [
      file,
      [...readFileSync(file, 'utf8').matchAll(importing)]
        .map(([, path]) => resolve(dirname(file), path))
        .filter((path) => existsSync(path)),
    ]),
  )
  circles = new Map()
  known.set(folder, circles)
  // Strongly connected components (Tarjan 1972).
  const [index, low, stack] = [new Map(), new Map(), []]
  const visit = (file) => {
    index.set(file, index.size)
    low.set(file, index.get(file))
    stack.push(file)
    for (const next of imports.get(file) ?? []) {
      if (!index.has(next)) visit(next)
      if (stack.includes(next)) low.set(file, Math.min(low.get(file), low.get(next)))
    }
    if (low.get(file) !== index.get(file)) return
    const circle = stack.splice(stack.indexOf(file))
    if (circle.length > 1) for (const one of circle) circles.set(one, circle)
  }
  for (const file of files) if (!index.has(file)) visit(file)
  return circles
}

/** No file needs itself by way of others: each can be read, and tested, after those that it imports. */
export const noCircles = {
  meta: { type: 'problem', schema: [], messages: { circle: 'These files import each other in a circle: {{files}}.' } },
  create(context) {
    const found = /^(.*[\\/](?:server|web|core|contract|devices)[\\/]src)[\\/]/.exec(context.filename)
    return {
      Program(node) {
        const circle = found && circlesIn(found[1]).get(context.filename)
        if (circle)
          context.report({
            node,
            messageId: 'circle',
            data: { files: circle.map((file) => relative(found[1], file)).join(', ') },
          })
      },
    }
  },
}
