import { QueryTypes } from 'sequelize';
import { prepareDatabase } from './store/prepare';
import { writeShopArchive } from './store/shop-archive';
import { readShopArchive } from './store/shop-from-archive';

/**
 * `out FILE [SHOP]` writes everything of a shop into an archive, `in FILE` reads one into a database that does not have
 * it. OWNER_DATABASE_URL is the login that owns the database.
 */
async function main(): Promise<void> {
  const [what, file, name] = process.argv.slice(2);
  const ownerUrl = process.env['OWNER_DATABASE_URL'];
  if (!ownerUrl) throw new Error('OWNER_DATABASE_URL is not set');
  if ((what !== 'in' && what !== 'out') || !file) throw new Error('Say what: in FILE, or out FILE [SHOP]');
  const owner = await prepareDatabase(ownerUrl, process.env['SERVER_PASSWORD']);
  try {
    if (what === 'in') {
      const { shop, link } = await readShopArchive(owner, file);
      process.stdout.write(`${JSON.stringify({ shop, link })}\n`);
      return;
    }
    const shops = await owner.query<{ id: string; name: string }>('SELECT id, name FROM shops ORDER BY name', {
      type: QueryTypes.SELECT,
    });
    const found = shops.filter((shop) => name === undefined || shop.name === name || shop.id === name);
    const [shop] = found;
    if (!shop || found.length > 1)
      throw new Error(`Say which shop: ${shops.map((one) => `"${one.name}"`).join(', ') || 'there is none'}`);
    const { tables } = await writeShopArchive(owner, shop.id, file);
    process.stdout.write(
      `${JSON.stringify({ shop: shop.name, jobs: tables.jobs.lines, photos: tables.photos.lines })}\n`,
    );
  } finally {
    await owner.close();
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${(error as Error).message}\n`);
  process.exit(1);
});
