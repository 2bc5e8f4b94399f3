import { sharedRead } from './sharedRead.ts'

function held() {
  const pending: { resolve: (value: number) => void; reject: (error: Error) => void }[] = []
  const read = sharedRead(() => new Promise<number>((resolve, reject) => pending.push({ resolve, reject })))
  return { read, pending }
}
const settled = () => new Promise((done) => setImmediate(done))

it('gives whoever comes meanwhile the next read, and all of them the same', async () => {
  const { read, pending } = held()
  const first = read()
  const [second, third] = [read(), read()]
  expect(pending).toHaveLength(1)
  pending[0]!.resolve(1)
  expect(await first).toBe(1)
  await settled()
  expect(pending).toHaveLength(2)
  const fourth = read()
  pending[1]!.resolve(2)
  expect(await Promise.all([second, third])).toEqual([2, 2])
  await settled()
  pending[2]!.resolve(3)
  expect(await fourth).toBe(3)
})

it('reads anew when nothing is under way, and after a failure', async () => {
  const { read, pending } = held()
  const first = read()
  const second = read()
  pending[0]!.reject(new Error('away'))
  await expect(first).rejects.toThrow('away')
  await settled()
  pending[1]!.resolve(2)
  expect(await second).toBe(2)
  const third = read()
  pending[2]!.resolve(3)
  expect(await third).toBe(3)
})
