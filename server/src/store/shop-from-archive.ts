import { createHash, randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { type Entry, open, type ZipFile } from 'yauzl';
import { digestOf, newLink } from './beginning';
import {
  ARCHIVED,
  type Archived,
  type Ask,
  linesOf,
  type Manifest,
  SHOP_ARCHIVE,
  SHOP_ARCHIVE_VERSION,
} from './shop-archive';

const AT_ONCE = 500;
/** Pictures are large: fewer of them at once. */
const PHOTOS_AT_ONCE = 20;
const HOURS = 72;

type Row = Record<string, unknown>;

/**
 * Reads a shop from its archive into a database that does not have it, all or nothing, and compares what stands there
 * with what was written. Its people have no password here: whoever owns the shop comes in by a link, and lets the
 * others in.
 *
 * @param owner under the login that owns the database
 * @returns the shop, and the link for its first owner
 * @throws in words when it is no archive, a newer one, cut, changed, or the shop is there already
 */
export async function readShopArchive(owner: Sequelize, file: string): Promise<{ shop: string; link: string }> {
  const archive = await Archive.open(file);
  try {
    const manifest = await archive.manifest();
    return await owner.transaction(async (transaction) => {
      await owner.query(`SET LOCAL TimeZone = 'UTC'`, { transaction });
      const ask: Ask = (sql, ...bind) =>
        owner.query(sql, { bind: [...bind], transaction, type: QueryTypes.SELECT }) as never;
      const shopId = await theShop(archive, ask);
      for (const table of tablesIn(manifest)) {
        // What the insertions noted of themselves is no history.
        if (table === 'changes')
          await owner.query('DELETE FROM changes WHERE shop_id = $1', { bind: [shopId], transaction });
        await fill(archive, ask, table, manifest);
      }
      await compare(ask, shopId, manifest);
      return { shop: manifest.shop, link: await linkForOwner(owner, shopId, transaction) };
    });
  } finally {
    archive.close();
  }
}

/** An archive of before has nothing of what came since. */
const tablesIn = ({ tables }: Manifest): Archived[] => ARCHIVED.filter((table) => table in tables);

async function theShop(archive: Archive, ask: Ask): Promise<string> {
  let line: string | undefined;
  for await (const [first] of archive.lines('shops')) line ??= first;
  const { id } = JSON.parse(line ?? '{}') as { id?: string };
  if (!id) throw new Error('The archive has no shop in it');
  const [there] = await ask<{ name: string }>('SELECT name FROM shops WHERE id = $1', id);
  if (there) throw new Error(`${there.name} is in this database already`);
  return id;
}

async function fill(archive: Archive, ask: Ask, table: Archived, manifest: Manifest): Promise<void> {
  const known = new Map(
    (
      await ask<{ name: string; made: boolean }>(
        `SELECT column_name AS name, is_generated = 'ALWAYS' AS made FROM information_schema.columns
         WHERE table_schema = 'public' AND table_name = $1`,
        table,
      )
    ).map(({ name, made }) => [name, made]),
  );
  const hash = createHash('sha256');
  for await (const lines of archive.lines(table, table === 'photos' ? PHOTOS_AT_ONCE : AT_ONCE)) {
    hash.update(`${lines.join('\n')}\n`);
    const rows: Row[] = [];
    for (const line of lines) {
      const row = JSON.parse(line) as Row;
      if (table === 'people') rows.push(await withAccount(row, ask));
      else rows.push(table === 'photos' ? await withPicture(row, archive) : row);
    }
    const columns = [...new Set(rows.flatMap((row) => Object.keys(row)))];
    const unknown = columns.filter((name) => !known.has(name));
    if (unknown.length > 0)
      throw new Error(
        `The archive is of a newer version: ${table} has ${unknown.join(', ')}. Update this server first`,
      );
    // What the database makes of the others it makes again.
    const names = columns
      .filter((name) => !known.get(name))
      .map((name) => `"${name}"`)
      .join(', ');
    await ask(
      `INSERT INTO ${table} (${names}) SELECT ${names} FROM jsonb_populate_recordset(NULL::${table}, $1::jsonb)`,
      JSON.stringify(rows),
    );
  }
  if (hash.digest('hex') !== manifest.tables[table].sha256)
    throw new Error(`${table}.jsonl is not what was written: the archive was changed, or is cut`);
}

/** Somebody with this address who is here already is the same person; anybody else has no password yet. */
async function withAccount({ email, ...row }: Row, ask: Ask): Promise<Row> {
  await ask(
    `INSERT INTO accounts (id, email, password_hash) VALUES ($1, $2, 'none') ON CONFLICT (email) DO NOTHING`,
    randomUUID(),
    email,
  );
  const [account] = await ask<{ id: string }>('SELECT id FROM accounts WHERE email = $1', email);
  return { ...row, account_id: account?.id };
}

async function withPicture(row: Row, archive: Archive): Promise<Row> {
  const [image, small] = await Promise.all([
    archive.file(`photos/${String(row['id'])}`),
    archive.file(`photos/${String(row['id'])}.small`),
  ]);
  const bytes = (picture: Buffer | undefined) => (picture ? `\\x${picture.toString('hex')}` : null);
  return { ...row, image: bytes(image), small: bytes(small) };
}

/** Read out again it is what was read in. */
async function compare(ask: Ask, shopId: string, manifest: Manifest): Promise<void> {
  for (const table of tablesIn(manifest)) {
    const hash = createHash('sha256');
    for await (const some of linesOf(ask, table, shopId)) hash.update(`${some.join('\n')}\n`);
    if (hash.digest('hex') !== manifest.tables[table].sha256)
      throw new Error(`Read in, ${table} is not the same as in the archive: nothing is kept`);
  }
}

async function linkForOwner(owner: Sequelize, shopId: string, transaction: Transaction): Promise<string> {
  const link = newLink();
  await owner.query(
    `INSERT INTO invitations (id, shop_id, for_person, name, secret, made_by, ends_at)
     SELECT gen_random_uuid(), shop_id, id, name, $2, id, now() + interval '${HOURS} hours'
     FROM people WHERE shop_id = $1 AND role = 'owner' AND left_at IS NULL ORDER BY name, id LIMIT 1`,
    { bind: [shopId, digestOf(link)], transaction },
  );
  return link;
}

/** A zip whose files are read one by one, by name. */
class Archive {
  private constructor(
    private readonly zip: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
  ) {}

  static open(file: string): Promise<Archive> {
    return new Promise((resolve, reject) => {
      open(file, { lazyEntries: true, autoClose: false }, (error, zip) => {
        if (error) return reject(new Error('This is no archive of a shop, or it is cut'));
        const entries = new Map<string, Entry>();
        zip.on('entry', (entry: Entry) => {
          entries.set(entry.fileName, entry);
          zip.readEntry();
        });
        zip.once('error', reject);
        zip.once('end', () => resolve(new Archive(zip, entries)));
        zip.readEntry();
      });
    });
  }

  close(): void {
    this.zip.close();
  }

  private stream(name: string): Promise<Readable | undefined> {
    const entry = this.entries.get(name);
    if (!entry) return Promise.resolve(undefined);
    return new Promise((resolve, reject) => {
      this.zip.openReadStream(entry, (error, stream) => (error ? reject(error) : resolve(stream)));
    });
  }

  async file(name: string): Promise<Buffer | undefined> {
    const stream = await this.stream(name);
    if (!stream) return undefined;
    const pieces: Buffer[] = [];
    // Its streams of what was not packed do not end for `for await`.
    await new Promise((resolve, reject) => {
      stream.on('data', (piece: Buffer) => pieces.push(piece));
      stream.once('end', resolve);
      stream.once('error', reject);
    });
    return Buffer.concat(pieces);
  }

  async manifest(): Promise<Manifest> {
    const text = await this.file('manifest.json');
    const manifest = JSON.parse(text?.toString() ?? '{}') as Partial<Manifest>;
    if (manifest.format !== SHOP_ARCHIVE) throw new Error('This is no archive of a shop');
    if ((manifest.version ?? 0) > SHOP_ARCHIVE_VERSION)
      throw new Error('The archive is of a newer version. Update this server first');
    const missing = ARCHIVED.filter((table) => !manifest.tables?.[table] || !this.entries.has(`${table}.jsonl`));
    if (missing.length > 0) throw new Error(`The archive lacks ${missing.join(', ')}`);
    return manifest as Manifest;
  }

  async *lines(table: Archived, atOnce = AT_ONCE): AsyncGenerator<string[]> {
    const stream = await this.stream(`${table}.jsonl`);
    if (!stream) return;
    let some: string[] = [];
    // By line feeds alone: what else ends a line elsewhere may stand in somebody's words.
    let rest = '';
    for await (const piece of stream.setEncoding('utf8')) {
      const lines = `${rest}${piece as string}`.split('\n');
      rest = lines.pop() ?? '';
      some.push(...lines);
      while (some.length >= atOnce) {
        yield some.slice(0, atOnce);
        some = some.slice(atOnce);
      }
    }
    if (rest !== '') some.push(rest);
    if (some.length > 0) yield some;
  }
}
