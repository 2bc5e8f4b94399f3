import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { isDeepStrictEqual } from 'node:util'
import { root } from './folders.mjs'

const contract = join(root, 'contract', 'src')

/**
 * What each declared read and call answers, as JSON Schema: made from the types that its declaration names, so that nothing is written twice.
 * @returns the schema of each by its name, and the definitions that they refer to
 */
export async function answerSchemas() {
  const { createGenerator } = await import('ts-json-schema-generator')
  const names = []
  // One file of types beside the declarations, which alone know them by name.
  const lines = []
  const take = (text, folderOf, pattern) => {
    for (const [, imported, from] of text.matchAll(/^import type \{([^}]+)\} from '(\.\.?\/[^']+|@diatribon\/core)'/gm))
      for (const name of imported.split(',')) if (name.trim()) lines.push([name.trim(), folderOf(from)])
    for (const [, name, types] of text.matchAll(pattern)) names.push([name, firstOf(types)])
  }
  for (const area of readdirSync(contract, { withFileTypes: true }).filter((entry) => entry.isDirectory())) {
    const file = join(contract, area.name, 'reads.ts')
    // Some areas are read by another's page.
    if (!existsSync(file)) continue
    take(
      readFileSync(file, 'utf8'),
      (from) => (from.startsWith('./') ? `../src/${area.name}/${from.slice(2)}` : `../src/${from.slice(3)}`),
      /^export const (\w+) = read<(.+)>\(\)\(/gm,
    )
  }
  take(
    readFileSync(join(contract, 'calls.ts'), 'utf8'),
    (from) => (from.startsWith('./') ? `../src/${from.slice(2)}` : from),
    /'(\w+ \/api[^']*)':\s*(?:answers|makes)<([\s\S]+?)>\(/g,
  )
  const imports = [...new Map(lines).entries()].map(([name, from]) => `import type { ${name} } from '${from}'`)
  const types = names.map(([, answer], i) => `export type Answer_${i} = ${answer}`)
  const folder = join(contract, '..', 'dist')
  mkdirSync(folder, { recursive: true })
  const path = join(folder, `answers.${process.pid}.ts`)
  writeFileSync(path, [...imports, ...types].join('\n') + '\n')
  try {
    const generator = createGenerator({
      path,
      tsconfig: join(root, 'tsconfig.json'),
      skipTypeCheck: true,
      expose: 'export',
      jsDoc: 'extended',
      topRef: false,
      additionalProperties: false,
    })
    const [answers, definitions] = [{}, {}]
    for (const [i, [name]] of names.entries()) {
      const { $schema: _, definitions: used, ...answer } = generator.createSchema(`Answer_${i}`)
      answers[name] = answer
      for (const [called, definition] of Object.entries(used)) {
        if (definitions[called] && !isDeepStrictEqual(definitions[called], definition))
          throw new Error(`Two different types of what is answered are called ${called}.`)
        definitions[called] = definition
      }
    }
    return { answers, definitions }
  } finally {
    rmSync(path)
  }
}

/** The first of several types: what is answered comes before what is asked. */
function firstOf(types) {
  let depth = 0
  for (const [i, letter] of [...types].entries()) {
    if ('<{[('.includes(letter)) depth++
    else if ('>}])'.includes(letter)) depth--
    else if (letter === ',' && depth === 0) return types.slice(0, i)
  }
  return types
}
