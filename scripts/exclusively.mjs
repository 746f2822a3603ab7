// One at a time across processes: two commands that start on a fresh machine do not build into each other.
import fs from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';

/**
 * Whether the process is there; one of another person counts.
 * @param {number} pid
 */
function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return codeOf(error) === 'EPERM';
  }
}

/**
 * Does the work while no other process does work of this name below `dir`. A process that died lets go.
 * @param {string} dir where the lock is kept
 * @param {string} name
 * @template T
 * @param {() => T | Promise<T>} work
 * @param {() => void} onWait told once, when somebody else is at it
 */
export async function exclusively(dir, name, work, onWait = () => undefined) {
  const lock = path.join(dir, `${name}.lock`);
  fs.mkdirSync(dir, { recursive: true });
  // Written whole beside it and linked: a lock without its owner is never seen.
  const mine = `${lock}.${process.pid}`;
  fs.writeFileSync(mine, String(process.pid));
  try {
    for (let waits = 0; !linked(mine, lock); waits++) {
      const owner = Number(read(lock) ?? process.pid);
      if (owner !== process.pid && !isAlive(owner)) breakOpen(lock, owner);
      else {
        if (waits === 0) onWait();
        await sleep(200);
      }
    }
  } finally {
    fs.rmSync(mine, { force: true });
  }
  try {
    return await work();
  } finally {
    fs.rmSync(lock, { force: true });
  }
}

/** @param {unknown} error */
const codeOf = (error) => /** @type {{ code?: unknown } | undefined} */ (error)?.code;

/** @param {string} from @param {string} to */
function linked(from, to) {
  try {
    fs.linkSync(from, to);
    return true;
  } catch (error) {
    if (codeOf(error) === 'EEXIST') return false;
    throw error;
  }
}

/** @param {string} file */
const read = (file) => {
  try {
    return fs.readFileSync(file, 'utf8');
  } catch {
    return undefined;
  }
};

/**
 * Of several that find a dead owner's lock one takes it away, and only while it is still that one's.
 * @param {string} lock
 * @param {number} owner
 */
function breakOpen(lock, owner) {
  const aside = `${lock}.dead.${process.pid}`;
  try {
    fs.renameSync(lock, aside);
  } catch {
    return;
  }
  // Taken from somebody alive in between: it is given back.
  if (Number(read(aside)) !== owner) linked(aside, lock);
  fs.rmSync(aside, { force: true });
}
