// @ts-check
import { X509Certificate, createPrivateKey } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { hostname, networkInterfaces } from 'node:os'
import { join } from 'node:path'
import { Stop, say } from './system.mjs'

/** Longest that browsers take a certificate for, days. */
const DAYS = 397
const NEARLY = 14 * 86_400_000

/** IPv4 addresses of this machine on networks others are on. */
export const ownAddresses = () =>
  Object.values(networkInterfaces())
    .flatMap(list => list ?? [])
    .filter(entry => !entry.internal && entry.family === 'IPv4')
    .map(entry => entry.address)

/** @param {string} cert @param {string} key */
function fits(cert, key) {
  try {
    return new X509Certificate(cert).checkPrivateKey(createPrivateKey(key))
  } catch {
    return false
  }
}

/** The certificate and key given. @param {string} certFile @param {string} keyFile */
export function givenCertificate(certFile, keyFile) {
  /** @param {string} file */
  const read = file => {
    try {
      return readFileSync(file, 'utf8')
    } catch {
      throw new Stop(`${file} cannot be read`)
    }
  }
  const pair = { cert: read(certFile), key: read(keyFile) }
  if (!fits(pair.cert, pair.key))
    throw new Stop(`${certFile} and ${keyFile} are no certificate and its key, both as PEM`)
  if (Date.parse(new X509Certificate(pair.cert).validTo) < Date.now()) throw new Stop(`${certFile} is out of date`)
  return pair
}

/**
 * A certificate of this machine's own, made at the first start and again where it runs out or does not name an address.
 * @param {string} folder
 * @param {string[]} addresses
 */
export async function ownCertificate(folder, addresses) {
  const [certFile, keyFile] = [join(folder, 'certificate.pem'), join(folder, 'certificate-key.pem')]
  if (existsSync(certFile) && existsSync(keyFile)) {
    const pair = { cert: readFileSync(certFile, 'utf8'), key: readFileSync(keyFile, 'utf8') }
    if (fits(pair.cert, pair.key)) {
      const known = new X509Certificate(pair.cert)
      if (
        Date.parse(known.validTo) > Date.now() + NEARLY &&
        addresses.every(address => known.checkIP(address) !== undefined)
      )
        return pair
    }
  }
  const { generate } = await import('selfsigned')
  const made = await generate([{ name: 'commonName', value: 'Epiro' }], {
    keyType: 'ec',
    curve: 'P-256',
    algorithm: 'sha256',
    notAfterDate: new Date(Date.now() + DAYS * 86_400_000),
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: [
          { type: 2, value: 'localhost' },
          { type: 2, value: hostname() },
          ...['127.0.0.1', ...addresses].map(ip => ({ type: /** @type {const} */ (7), ip })),
        ],
      },
    ],
  })
  mkdirSync(folder, { recursive: true })
  writeFileSync(keyFile, made.private, { mode: 0o600 })
  writeFileSync(certFile, made.cert)
  say('A certificate was made for this machine.')
  return { cert: made.cert, key: made.private }
}

/** What to compare on the phone with what its browser shows. @param {string} cert */
export const fingerprint = cert => new X509Certificate(cert).fingerprint256
