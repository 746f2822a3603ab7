import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { QueryTypes, type Sequelize, Transaction } from 'sequelize';
import { ZipFile } from 'yazl';

export const SHOP_ARCHIVE = 'rugged-gauge-shop';
export const SHOP_ARCHIVE_VERSION = 1;

/** What belongs to a shop, each table after those that it speaks of. */
export const ARCHIVED = [
  'shops',
  'people',
  'owners',
  'machines',
  'books',
  'engines',
  'jobs',
  'testers',
  'tests',
  'readings',
  'photos',
  'notes',
  'ticks',
  'signatures',
  'outcomes',
  'overrules',
  'repairs',
  'decisions',
  'pages',
  'answers',
  'practice_results',
  'changes',
] as const;
export type Archived = (typeof ARCHIVED)[number];

/** One line says what is kept of a row: no secret, no picture, and nothing that only says when it was stored. */
const LINE: Readonly<Partial<Record<Archived, string>>> = {
  shops: `to_jsonb(x) - 'feed_secret'`,
  // Who they are goes with them; what opens doors does not.
  people: `(to_jsonb(x) - 'account_id') ||
    jsonb_build_object('email', (SELECT email FROM accounts a WHERE a.id = x.account_id))`,
  jobs: `to_jsonb(x) - 'touched_at'`,
  photos: `to_jsonb(x) - 'image' - 'small'`,
  changes: `to_jsonb(x) - 'id'`,
};
const lineOf = (table: Archived) => LINE[table] ?? 'to_jsonb(x)';

export interface Manifest {
  format: typeof SHOP_ARCHIVE;
  version: number;
  madeAt: string;
  shop: string;
  /** Lines of each table, and a digest over them: read in again it must be the same. */
  tables: Record<Archived, { lines: number; sha256: string }>;
}

export type Ask = <T extends object>(sql: string, ...bind: readonly unknown[]) => Promise<T[]>;

/** Everything below sees the database as it was in one moment. */
export const inOneMoment = <T>(sequelize: Sequelize, work: (ask: Ask) => Promise<T>): Promise<T> =>
  sequelize.transaction({ isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ }, async (transaction) => {
    const ask: Ask = (sql, ...bind) =>
      sequelize.query(sql, { bind: [...bind], transaction, type: QueryTypes.SELECT }) as never;
    await sequelize.query(`SET LOCAL TimeZone = 'UTC'`, { transaction });
    return work(ask);
  });

const AT_ONCE = 1000;

/** The lines of a table in the order of their ids, some at a time. */
export async function* linesOf(ask: Ask, table: Archived, shopId: string): AsyncGenerator<string[]> {
  const mine = table === 'shops' ? 'x.id = $1' : 'x.shop_id = $1';
  const type = table === 'changes' ? 'bigint' : 'uuid';
  let after: string | null = null;
  for (;;) {
    const rows: { id: string; line: string }[] = await ask(
      `SELECT x.id::text AS id, (${lineOf(table)})::text AS line FROM ${table} x
       WHERE ${mine} AND ($2::${type} IS NULL OR x.id > $2::${type}) ORDER BY x.id LIMIT ${AT_ONCE}`,
      shopId,
      after,
    );
    if (rows.length > 0) yield rows.map(({ line }) => line);
    if (rows.length < AT_ONCE) return;
    after = rows.at(-1)?.id ?? null;
  }
}

/**
 * Writes everything of a shop into one file of open formats: a line of JSON for each row, pictures beside them.
 *
 * @param sequelize under whichever login: what it does not see is not there
 */
export async function writeShopArchive(sequelize: Sequelize, shopId: string, file: string): Promise<Manifest> {
  return inOneMoment(sequelize, async (ask) => {
    const zip = new ZipFile();
    const written = pipeline(zip.outputStream, createWriteStream(file, { mode: 0o600 }));
    const [shop] = await ask<{ name: string }>('SELECT name FROM shops WHERE id = $1', shopId);
    const tables = {} as Manifest['tables'];
    zip.addBuffer(Buffer.from(README), 'README.txt');
    for (const table of ARCHIVED) {
      const hash = createHash('sha256');
      let lines = 0;
      await added(zip, `${table}.jsonl`, async function* () {
        for await (const some of linesOf(ask, table, shopId)) {
          lines += some.length;
          const text = `${some.join('\n')}\n`;
          hash.update(text);
          yield Buffer.from(text);
        }
      });
      tables[table] = { lines, sha256: hash.digest('hex') };
    }
    for await (const some of idsOfPhotos(ask, shopId))
      for (const id of some) {
        const [photo] = await ask<{ image: Buffer | null; small: Buffer | null }>(
          'SELECT image, small FROM photos WHERE shop_id = $1 AND id = $2',
          shopId,
          id,
        );
        // Packed already. An erased one has a line and no picture.
        if (photo?.image) zip.addBuffer(photo.image, `photos/${id}`, { compress: false });
        if (photo?.small) zip.addBuffer(photo.small, `photos/${id}.small`, { compress: false });
      }
    const manifest: Manifest = {
      format: SHOP_ARCHIVE,
      version: SHOP_ARCHIVE_VERSION,
      madeAt: new Date().toISOString(),
      shop: shop?.name ?? '',
      tables,
    };
    zip.addBuffer(Buffer.from(`${JSON.stringify(manifest, null, 1)}\n`), 'manifest.json');
    zip.end();
    await written;
    return manifest;
  });
}

async function* idsOfPhotos(ask: Ask, shopId: string): AsyncGenerator<string[]> {
  for await (const some of linesOf(ask, 'photos', shopId))
    yield some.map((line) => (JSON.parse(line) as { id: string }).id);
}

/** One file of the archive after the other: what it is made from is asked for only then. */
function added(zip: ZipFile, name: string, from: () => AsyncGenerator<Buffer>): Promise<void> {
  return new Promise((resolve, reject) => {
    const stream = Readable.from(from());
    stream.once('end', resolve);
    stream.once('error', reject);
    zip.addReadStream(stream, name);
  });
}

const README = `Everything of one shop, in open formats.

manifest.json   format, version, and for each table its lines and their SHA-256
<table>.jsonl   one row a line, as JSON, in the order of their ids; changes.jsonl is who changed what
photos/<id>     each picture; photos/<id>.small a small one

Passwords, links to pages, the address of the calendar and joined sensors are not in it.
Into another database: npm run shop -- in FILE
`;
