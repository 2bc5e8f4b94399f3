/** Addresses of the two server processes of each worker; the processes of a worker share a database. */
const pairs = JSON.parse(process.env.E2E_SERVERS ?? '[]') as [string, string][]

if (pairs.length === 0) throw new Error('The journeys need servers: npm test -- journeys')

export const workers = pairs.length

/** The servers of this worker. */
export const [first, second] = pairs[Number(process.env.TEST_PARALLEL_INDEX ?? 0)]!
