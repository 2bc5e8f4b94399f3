import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { actionShapes } from '@diatribon/contract'

const root = fileURLToPath(new URL('../..', import.meta.url))
const kinds = Object.keys(actionShapes).map((kind) => fileOf(kind))
function fileOf(kind: string): string {
  return `${kind.replace(/-(.)/g, (_, letter: string) => letter.toUpperCase())}.ts`
}

it('every kind of action has a file of its own on both sides, and names it', () => {
  for (const folder of ['contract/src/actions', 'server/src/actions']) {
    const files = readdirSync(`${root}${folder}`)
    for (const kind of Object.keys(actionShapes)) {
      expect(files).toContain(fileOf(kind))
      const text = readFileSync(`${root}${folder}/${fileOf(kind)}`, 'utf8')
      const exported = [...text.matchAll(/^export (?:const|function) (\w+?)(?:By)?\b/gm)].map(
        ([, name]) => `${name!}.ts`,
      )
      expect(exported.filter((name) => kinds.includes(name))).toEqual([fileOf(kind)])
    }
  }
})

it('the files that newcomers are sent to are there', () => {
  const text = readFileSync(`${root}CONTRIBUTING.md`, 'utf8')
  const named = [...text.matchAll(/`((?:core|contract|server|web|devices|tools|e2e)\/[\w/.-]+)`/g)].map(
    ([, path]) => path!,
  )
  expect(named.length).toBeGreaterThan(20)
  expect(named.filter((path) => !existsSync(root + path))).toEqual([])
})
