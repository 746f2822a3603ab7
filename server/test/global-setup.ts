import path from 'node:path';
import pg from 'pg';
import { type Database, startDatabase } from '../../scripts/database';
import { prepareDatabase } from '../src/store/prepare';

declare global {
  var testDatabase: Database | undefined;
}

/** A real PostgreSQL for the tests, with a migrated template that each test file copies. */
export default async function setUp(): Promise<void> {
  const projectDir = path.resolve(__dirname, '../..');
  delete process.env['DATABASE_URL'];
  const database = await startDatabase({ projectDir, name: 'pg-test', durable: false, log: () => undefined });
  globalThis.testDatabase = database;
  const admin = new pg.Client(database.url);
  await admin.connect();
  await admin.query('DROP DATABASE IF EXISTS template_rugged WITH (FORCE)');
  await admin.query('CREATE DATABASE template_rugged');
  await admin.end();
  const url = new URL(database.url);
  url.pathname = '/template_rugged';
  await (await prepareDatabase(url.href, database.serverPassword ?? '')).close();
  process.env['TEST_DATABASE_URL'] = database.url;
  process.env['TEST_SERVER_URL'] = database.serverUrl;
}
