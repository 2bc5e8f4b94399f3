import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './folders.mjs'

const contract = join(root, 'contract', 'src')

/**
 * What each declared read answers, as JSON Schema: made from the types that its declaration names, so that nothing is written twice.
 * @returns the schema of each read by its name, and the definitions that they refer to
 */
export async function answerSchemas() {
  const { createGenerator } = await import('ts-json-schema-generator')
  const names = []
  // One file of types beside the declarations, which alone know them by name.
  const lines = []
  for (const area of readdirSync(contract, { withFileTypes: true }).filter((entry) => entry.isDirectory())) {
    const file = join(contract, area.name, 'reads.ts')
    // Some areas are read by another's page.
    if (!existsSync(file)) continue
    const text = readFileSync(file, 'utf8')
    for (const [, imported, from] of text.matchAll(/^import type \{([^}]+)\} from '\.\.?\/([^']+)'/gm)) {
      const folder = text.includes(`'./${from}'`) ? `${area.name}/` : ''
      for (const name of imported.split(',')) if (name.trim()) lines.push([name.trim(), `../src/${folder}${from}`])
    }
    for (const [, name, answer] of text.matchAll(/^export const (\w+) = read<(.+)>\(\)\(/gm)) names.push([name, answer])
  }
  const imports = [...new Map(lines).entries()].map(([name, from]) => `import type { ${name} } from '${from}'`)
  const types = names.map(([name, answer]) => `export type Answer_${name} = ${answer}`)
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
    for (const [name] of names) {
      const { $schema: _, definitions: used, ...answer } = generator.createSchema(`Answer_${name}`)
      answers[name] = answer
      Object.assign(definitions, used)
    }
    return { answers, definitions }
  } finally {
    rmSync(path)
  }
}
