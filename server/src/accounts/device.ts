import { randomInt } from 'node:crypto';
import Bowser from 'bowser';

/**
 * What somebody signs in from, for the record of who changed what: browser and system, and four signs that tell two
 * phones of the same kind apart.
 */
export function nameOfDevice(userAgent = ''): string {
  const { browser, os } = userAgent ? Bowser.parse(userAgent) : { browser: {}, os: {} };
  const sign = randomInt(0, 36 ** 4)
    .toString(36)
    .padStart(4, '0');
  const what = [browser.name, os.name].filter(Boolean).join(' on ').slice(0, 60);
  return `${what || 'unknown device'}, ${sign}`;
}
