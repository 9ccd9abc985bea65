/** A certificate for this machine's names: one that is given, or one of a local authority made here. */
import 'reflect-metadata';
import * as x509 from '@peculiar/x509';
import { webcrypto } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';

x509.cryptoProvider.set(webcrypto);
const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };
const DAY = 86_400_000;
/** Days a certificate is good: browsers take 398 at most, from memory. It is made anew a month before. */
const LEAF_DAYS = 390;
const ANEW_DAYS = 30;
const AUTHORITY_DAYS = 3650;

/** Names and addresses this machine is reached by. */
export function ownNames(more = []) {
  const name = hostname().toLowerCase();
  const addresses = Object.values(networkInterfaces())
    .flat()
    .filter((a) => a && !a.internal && !a.address.startsWith('fe80'))
    .map((a) => a.address);
  return [...new Set(['localhost', name, `${name}.local`, ...more, '127.0.0.1', '::1', ...addresses])];
}

const isAddress = (name) => /^[\d.]+$/.test(name) || name.includes(':');
const serial = () => Buffer.from(webcrypto.getRandomValues(new Uint8Array(16))).toString('hex');
const pemOfKey = async (key) =>
  x509.PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY');
const readKey = (pem) =>
  webcrypto.subtle.importKey('pkcs8', x509.PemConverter.decode(pem)[0], ALGORITHM, true, ['sign']);

async function makeAuthority(directory) {
  const keys = await webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);
  const now = Date.now();
  const cert = await x509.X509CertificateGenerator.createSelfSigned({
    serialNumber: serial(),
    name: `CN=Gauntlet on ${hostname()}, O=Gauntlet local authority`,
    notBefore: new Date(now - DAY),
    notAfter: new Date(now + AUTHORITY_DAYS * DAY),
    signingAlgorithm: ALGORITHM,
    keys,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  writeFileSync(join(directory, 'authority.key'), await pemOfKey(keys.privateKey), { mode: 0o600 });
  writeFileSync(join(directory, 'authority.crt'), cert.toString('pem'));
}

async function makeLeaf(directory, names) {
  const authority = new x509.X509Certificate(readFileSync(join(directory, 'authority.crt'), 'utf8'));
  const signingKey = await readKey(readFileSync(join(directory, 'authority.key'), 'utf8'));
  const keys = await webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);
  const now = Date.now();
  const cert = await x509.X509CertificateGenerator.create({
    serialNumber: serial(),
    subject: `CN=${names[0]}`,
    issuer: authority.subject,
    notBefore: new Date(now - DAY),
    notAfter: new Date(now + LEAF_DAYS * DAY),
    signingAlgorithm: ALGORITHM,
    publicKey: keys.publicKey,
    signingKey,
    extensions: [
      new x509.BasicConstraintsExtension(false, undefined, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
      new x509.ExtendedKeyUsageExtension(['1.3.6.1.5.5.7.3.1']),
      new x509.SubjectAlternativeNameExtension(
        names.map((value) => ({ type: isAddress(value) ? 'ip' : 'dns', value })),
      ),
      await x509.AuthorityKeyIdentifierExtension.create(authority),
    ],
  });
  writeFileSync(join(directory, 'server.key'), await pemOfKey(keys.privateKey), { mode: 0o600 });
  writeFileSync(join(directory, 'server.crt'), cert.toString('pem'));
}

/** Whether the kept certificate still serves these names for a while. */
function serves(directory, names) {
  const file = join(directory, 'server.crt');
  if (!existsSync(file) || !existsSync(join(directory, 'server.key'))) return false;
  const cert = new x509.X509Certificate(readFileSync(file, 'utf8'));
  const had = cert.getExtension(x509.SubjectAlternativeNameExtension)?.names.items.map((n) => n.value) ?? [];
  const plain = (n) => (n.includes(':') ? n.replace(/\b0+(?=\w)/g, '').toLowerCase() : n);
  return (
    cert.notAfter.getTime() - Date.now() > ANEW_DAYS * DAY &&
    names.filter((n) => !n.includes(':')).every((n) => had.map(plain).includes(n))
  );
}

/**
 * The key and certificate to serve with: those of `GAUNTLET_CERT` and `GAUNTLET_KEY`, else of a local authority that is
 * made once and kept in `directory`. `authority` is what a phone has to be told of, where it is a local one.
 */
export async function certificate(directory, more = []) {
  const { GAUNTLET_CERT: cert, GAUNTLET_KEY: key } = process.env;
  if (cert || key) {
    if (!cert || !key)
      throw new Error('GAUNTLET_CERT and GAUNTLET_KEY name a certificate and its key: give both.');
    return { cert: readFileSync(cert), key: readFileSync(key), authority: null };
  }
  mkdirSync(directory, { recursive: true, mode: 0o700 });
  if (!existsSync(join(directory, 'authority.crt'))) await makeAuthority(directory);
  const names = ownNames(more);
  if (!serves(directory, names)) await makeLeaf(directory, names);
  const authority = readFileSync(join(directory, 'authority.crt'));
  const chain = Buffer.concat([readFileSync(join(directory, 'server.crt')), Buffer.from('\n'), authority]);
  return { cert: chain, key: readFileSync(join(directory, 'server.key')), authority };
}
