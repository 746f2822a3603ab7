import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ensureCertificate } from '../lan.ts';

const folder = mkdtempSync(path.join(os.tmpdir(), 'tls-'));
afterAll(() => rmSync(folder, { recursive: true }));
const read = (file: string) => new X509Certificate(readFileSync(file));
const DAY_MS = 24 * 3600 * 1000;

test('the shop’s own authority signs for the addresses, and the key is its owner’s alone', () => {
  const files = ensureCertificate(folder, ['192.0.2.7']);
  const certificate = read(files.cert);
  expect(certificate.verify(read(files.authority).publicKey)).toBe(true);
  expect(read(files.authority).ca).toBe(true);
  expect(certificate.checkIP('192.0.2.7')).toBe('192.0.2.7');
  expect(certificate.checkHost('localhost')).toBe('localhost');
  expect(certificate.checkIP('192.0.2.8')).toBeUndefined();
  expect(statSync(files.key).mode & 0o077).toBe(0);
  // Phones refuse what holds for more than 398 days.
  expect(Date.parse(certificate.validTo) - Date.now()).toBeLessThan(398 * DAY_MS);
});
test('it stays as long as it holds; another address or a year later: again, under the same authority', () => {
  const serial = (addresses: string[], now?: Date) => {
    const files = ensureCertificate(folder, addresses, now);
    return [read(files.cert).serialNumber, read(files.authority).serialNumber] as const;
  };
  const first = serial(['192.0.2.7']);
  expect(serial(['192.0.2.7'])).toEqual(first);
  const moved = serial(['192.0.2.9']);
  expect([moved[0] === first[0], moved[1]]).toEqual([false, first[1]]);
  const later = serial(['192.0.2.9'], new Date(Date.now() + 350 * DAY_MS));
  expect([later[0] === moved[0], later[1]]).toEqual([false, first[1]]);
});
