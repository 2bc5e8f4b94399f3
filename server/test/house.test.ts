import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { actionShapes } from '@diatribon/contract'

const root = fileURLToPath(new URL('../..', import.meta.url))
const inArea = (side: string) =>
  readdirSync(`${root}${side}/src/actions`, { recursive: true, encoding: 'utf8' }).filter(
    (path) => /^(?!pieces)\w+\/\w+\.ts$/.test(path) && !/\/(index|\w*Payload)\.ts$/.test(path),
  )

it('every kind of action has a file of its own, in the same area on both sides, and the shape knows its name', () => {
  const there = inArea('contract').sort()
  expect(inArea('server').sort()).toEqual(there)
  const nameOf = (kind: string) => kind.replace(/-(.)/g, (_, letter: string) => letter.toUpperCase())
  expect(there.map((path) => /(\w+)\.ts$/.exec(path)![1]).sort()).toEqual(Object.keys(actionShapes).map(nameOf).sort())
  for (const [kind, { schema }] of Object.entries(actionShapes))
    expect(schema.extract('kind').validate(kind).error).toBeUndefined()
})

it('the files that newcomers are sent to are there', () => {
  const text = readFileSync(`${root}CONTRIBUTING.md`, 'utf8')
  const named = [...text.matchAll(/`((?:core|contract|server|web|devices|tools|e2e)\/[\w/.-]+)`/g)].map(
    ([, path]) => path!,
  )
  expect(named.length).toBeGreaterThan(20)
  expect(named.filter((path) => !existsSync(root + path))).toEqual([])
})
