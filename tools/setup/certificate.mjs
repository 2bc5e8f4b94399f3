import { X509Certificate } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { hostname, networkInterfaces } from 'node:os'
import { join } from 'node:path'

const dayMs = 24 * 3600_000
/** Browsers take no certificate that holds longer. */
const daysValid = 397
const daysLeft = 30

/**
 * A certificate of our own for a closed network, kept from start to start: whoever has trusted it once need not again. Made
 * anew when it runs out within a month, or when this machine has other addresses.
 * @returns files of key and certificate, and the certificate's fingerprint to compare on a phone
 */
export async function ownCertificate(home) {
  const folder = join(home, 'https')
  const [key, cert] = [join(folder, 'key.pem'), join(folder, 'certificate.pem')]
  const names = ['localhost', hostname().toLowerCase()]
  const addresses = Object.values(networkInterfaces()).flatMap((all) =>
    (all ?? []).flatMap(({ address, family }) => (family === 'IPv4' ? [address] : [])),
  )
  if (!isGood(key, cert, addresses)) {
    const { generate } = await import('selfsigned')
    const made = await generate([{ name: 'commonName', value: `Diatribon on ${hostname()}` }], {
      algorithm: 'sha256',
      keyType: 'ec',
      notAfterDate: new Date(Date.now() + daysValid * dayMs),
      extensions: [
        { name: 'basicConstraints', cA: false, critical: true },
        { name: 'keyUsage', digitalSignature: true, critical: true },
        { name: 'extKeyUsage', serverAuth: true },
        {
          name: 'subjectAltName',
          altNames: [
            ...[...new Set(names)].map((value) => ({ type: 2, value })),
            ...addresses.map((ip) => ({ type: 7, ip })),
          ],
        },
      ],
    })
    mkdirSync(folder, { recursive: true, mode: 0o700 })
    writeFileSync(key, made.private, { mode: 0o600 })
    writeFileSync(cert, made.cert)
  }
  return { key, cert, fingerprint: new X509Certificate(readFileSync(cert)).fingerprint256 }
}

function isGood(key, cert, addresses) {
  if (!existsSync(key) || !existsSync(cert)) return false
  try {
    const found = new X509Certificate(readFileSync(cert))
    const holds = Date.parse(found.validTo) - Date.now() > daysLeft * dayMs
    return holds && addresses.every((address) => found.checkIP(address) !== undefined)
  } catch {
    return false // damaged: the new one that is made says so to every browser
  }
}
