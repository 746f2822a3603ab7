// A secure page on the local network: without one a phone has no service worker, no microphone and no wake lock. The
// certificate is signed by a small authority of the shop's own, made at the first start; each phone trusts it once.
import { generateKeyPairSync, randomBytes, X509Certificate } from 'node:crypto';
import fs from 'node:fs';
import http from 'node:http';
import os from 'node:os';
import path from 'node:path';
import forge from 'node-forge';

const DAY_MS = 24 * 3600 * 1000;
const AUTHORITY_YEARS = 10;
/** Phones refuse certificates that hold longer. */
const CERTIFICATE_DAYS = 365;
const RENEWED_DAYS_BEFORE = 30;

/** The addresses of this machine on its networks. */
export const lanAddresses = () =>
  Object.values(os.networkInterfaces())
    .flat()
    .flatMap((one) => (one?.family === 'IPv4' && !one.internal ? [one.address] : []));

/**
 * Certificate and key for these addresses, signed by the authority of this folder; both are made when they are missing,
 * and the certificate again when it runs out or the addresses changed. Files are readable by their owner alone.
 */
interface Files {
  authority: string;
  cert: string;
  key: string;
}

export function ensureCertificate(folder: string, addresses: readonly string[], now = new Date()): Files {
  fs.mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = (name: string) => path.join(folder, name);
  const files = { authority: file('authority.crt'), cert: file('server.crt'), key: file('server.key') };
  const names = [...new Set(['localhost', os.hostname(), `${os.hostname()}.local`])];
  const authority = ensureAuthority(files.authority, file('authority.key'), now);
  if (!holds(files, addresses, now)) {
    const keys = newKeys();
    const certificate = unsigned(keys.publicKey, now, new Date(now.getTime() + CERTIFICATE_DAYS * DAY_MS));
    certificate.setSubject([{ name: 'commonName', value: names[1] ?? 'localhost' }]);
    certificate.setIssuer(authority.certificate.subject.attributes);
    certificate.setExtensions([
      { name: 'basicConstraints', cA: false },
      { name: 'keyUsage', digitalSignature: true, keyEncipherment: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: [
          ...names.map((value) => ({ type: 2, value })),
          ...['127.0.0.1', ...addresses].map((ip) => ({ type: 7, ip })),
        ],
      },
    ]);
    certificate.sign(authority.key, forge.md.sha256.create());
    write(files.key, keys.pem);
    write(files.cert, forge.pki.certificateToPem(certificate));
  }
  return files;
}

interface Authority {
  certificate: forge.pki.Certificate;
  key: forge.pki.rsa.PrivateKey;
}

function ensureAuthority(certFile: string, keyFile: string, now: Date): Authority {
  if (fs.existsSync(certFile) && fs.existsSync(keyFile)) {
    const certificate = forge.pki.certificateFromPem(fs.readFileSync(certFile, 'utf8'));
    if (certificate.validity.notAfter.getTime() > now.getTime() + CERTIFICATE_DAYS * DAY_MS)
      return { certificate, key: forge.pki.privateKeyFromPem(fs.readFileSync(keyFile, 'utf8')) };
  }
  const keys = newKeys();
  const end = new Date(now);
  end.setFullYear(end.getFullYear() + AUTHORITY_YEARS);
  const certificate = unsigned(keys.publicKey, now, end);
  const name = [{ name: 'commonName', value: `Rugged Gauge on ${os.hostname()}` }];
  certificate.setSubject(name);
  certificate.setIssuer(name);
  certificate.setExtensions([
    { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
    { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
  ]);
  const key = forge.pki.privateKeyFromPem(keys.pem);
  certificate.sign(key, forge.md.sha256.create());
  write(keyFile, keys.pem);
  write(certFile, forge.pki.certificateToPem(certificate));
  return { certificate, key };
}

/** Whether the certificate is there, of this authority, for these addresses, and holds for a while. */
function holds({ authority, cert, key }: Files, addresses: readonly string[], now: Date): boolean {
  if (!fs.existsSync(cert) || !fs.existsSync(key)) return false;
  const certificate = new X509Certificate(fs.readFileSync(cert));
  return (
    certificate.verify(new X509Certificate(fs.readFileSync(authority)).publicKey) &&
    Date.parse(certificate.validTo) > now.getTime() + RENEWED_DAYS_BEFORE * DAY_MS &&
    addresses.every((address) => certificate.checkIP(address) !== undefined)
  );
}

function newKeys(): { publicKey: forge.pki.rsa.PublicKey; pem: string } {
  const { publicKey, privateKey } = generateKeyPairSync('rsa', { modulusLength: 2048 });
  return {
    publicKey: forge.pki.publicKeyFromPem(publicKey.export({ type: 'spki', format: 'pem' }) as string),
    pem: privateKey.export({ type: 'pkcs1', format: 'pem' }) as string,
  };
}

function unsigned(publicKey: forge.pki.rsa.PublicKey, from: Date, to: Date): forge.pki.Certificate {
  const certificate = forge.pki.createCertificate();
  certificate.publicKey = publicKey;
  // Positive, as the standard has it.
  certificate.serialNumber = `00${randomBytes(16).toString('hex')}`;
  certificate.validity.notBefore = new Date(from.getTime() - DAY_MS);
  certificate.validity.notAfter = to;
  return certificate;
}

const write = (file: string, text: string) => fs.writeFileSync(file, text, { mode: 0o600 });

const page = (secure: string) => `<!doctype html><html lang="en"><meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1"><title>Trust this workshop</title>
<body style="font:18px/1.5 sans-serif;max-width:34em;margin:1.5em auto;padding:0 1em;background:#173A3D;color:#F4EFE3">
<h1>Trust this workshop, once</h1>
<p>So that the gauge works without signal on this phone, it has to trust the certificate of this shop.</p>
<ol><li><a style="color:#F0A51E" href="/authority.crt">Fetch the certificate</a> and allow it to be installed.</li>
<li>In the phone's settings, under security, install it as a certificate of an authority. Some phones put it under
downloaded profiles, and want full trust switched on for it in a second place.</li>
<li>Open <a style="color:#F0A51E" href="${secure}">${secure}</a> and add it to the home screen.</li></ol>
<p>It speaks for this shop's own server and for nothing else you would visit. Take it off again in the same place.</p>
</body></html>`;

/** A plain page beside the secure one that leads a phone through trusting it. */
export function trustPage(port: number, secure: string, authority: string): Promise<http.Server> {
  const server = http.createServer((req, res) => {
    if (req.url === '/authority.crt') {
      res.writeHead(200, { 'content-type': 'application/x-x509-ca-cert' }).end(fs.readFileSync(authority));
    } else {
      res.writeHead(200, { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-store' }).end(page(secure));
    }
  });
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '0.0.0.0', () => resolve(server));
  });
}
