import { boundedQueue } from './queue.ts'

it('gives turns round, so that many pieces of one hold up nobody else', async () => {
  const queue = boundedQueue({ atOnce: 1, waiting: 20, each: 3, seconds: 5, what: 'photos are coming in' })
  const order: string[] = []
  const work = (name: string) => () => Promise.resolve(void order.push(name))
  const pieces = ['a1', 'a2', 'a3', 'a4', 'b1', 'c1'].map((name) => queue(work(name), { who: name.charAt(0) }))
  await expect(queue(work('a5'), { who: 'a' })).rejects.toMatchObject({ code: 'busy' })
  await Promise.all(pieces)
  // The first came in at once; then everybody has a turn before one has two.
  expect(order).toEqual(['a1', 'a2', 'b1', 'c1', 'a3', 'a4'])
})

it('does nothing for whoever has gone', async () => {
  const queue = boundedQueue({ atOnce: 1, waiting: 20, seconds: 5, what: 'photos are coming in' })
  const gone = new AbortController()
  let done = 0
  const first = queue(() => new Promise<void>((end) => setImmediate(end)), { who: 'a' })
  const second = queue(() => Promise.resolve(void done++), { who: 'b', gone: gone.signal })
  gone.abort()
  await first
  await expect(second).rejects.toMatchObject({ code: 'gone' })
  expect(done).toBe(0)
  // The place is free again.
  expect(await queue(() => Promise.resolve('in'))).toBe('in')
})
