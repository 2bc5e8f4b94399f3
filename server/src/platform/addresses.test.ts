import { addressesFor, hostFrom, isLoopback, labelsCarry, ownAddress, siteUrlFrom } from './addresses.ts'

it('listens on this machine alone unless an address is said', () => {
  expect([hostFrom(undefined), hostFrom(''), hostFrom('localhost'), hostFrom('0.0.0.0')]).toEqual([
    '127.0.0.1',
    '127.0.0.1',
    '127.0.0.1',
    '0.0.0.0',
  ])
  expect(() => hostFrom('everywhere')).toThrow('HOST is everywhere; it must be an address of this machine')
})

it('takes an address of the site without a path, and no other', () => {
  expect(siteUrlFrom('https://wear.example.org/')).toBe('https://wear.example.org')
  expect(siteUrlFrom('http://192.168.1.20:4310')).toBe('http://192.168.1.20:4310')
  expect(siteUrlFrom(undefined)).toBeNull()
  for (const wrong of ['wear.example.org', 'ftp://wear.example.org', 'https://example.org/wear', 'nonsense'])
    expect(() => siteUrlFrom(wrong)).toThrow('SITE_URL is')
})

it('tells where others find it, and never loopback', () => {
  expect(addressesFor('127.0.0.1', 4310)).toEqual([])
  expect(addressesFor('192.168.1.20', 4310)).toEqual(['http://192.168.1.20:4310'])
  expect(addressesFor('fd00::20', 4310)).toEqual(['http://[fd00::20]:4310'])
  expect(addressesFor('0.0.0.0', 4310).filter((address) => address.includes('127.'))).toEqual([])
  expect(ownAddress('0.0.0.0', 4310)).toBe('http://127.0.0.1:4310')
})

it('knows addresses that every machine takes for itself', () => {
  for (const own of [
    'http://127.0.0.1:4310',
    'http://localhost',
    'http://[::1]:80',
    'http://127.9.9.9',
    'http://0.0.0.0',
  ])
    expect(isLoopback(own)).toBe(true)
  for (const other of ['http://192.168.1.20:4310', 'https://wear.example.org', 'http://localhost.example.org'])
    expect(isLoopback(other)).toBe(false)
})

it('puts on labels what was said first, and never an address that phones look for in themselves', () => {
  const opened = 'http://192.168.1.20:4310'
  expect(labelsCarry({ siteUrl: 'https://a.example.org', set: 'https://b.example.org', opened })).toBe(
    'https://a.example.org',
  )
  expect(labelsCarry({ siteUrl: null, set: 'https://b.example.org', opened })).toBe('https://b.example.org')
  expect(labelsCarry({ siteUrl: null, set: null, opened })).toBe(opened)
  expect(labelsCarry({ siteUrl: null, set: null, opened: 'http://127.0.0.1:4310' })).toBeNull()
})
