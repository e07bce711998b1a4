import { resolve } from 'node:path';
import pg from 'pg';
import Postgrator from 'postgrator';

const migrations = resolve('db/migrations/*');

/**
 * Runs the migrations that a database has not had yet. Returns their names. Throws a sentence for a database that a newer Vivid Eye has migrated: this one would
 * not know what stands there. `upTo`: no further than this one, for tests of what an older state becomes.
 */
export async function migrate(url: string, upTo?: number): Promise<string[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    // Two starts at once: the second waits, then finds nothing to do.
    await client.query('SELECT pg_advisory_lock(4321)');
    const postgrator = new Postgrator({
      migrationPattern: migrations,
      driver: 'pg',
      schemaTable: 'schema_version',
      execQuery: (query: string) => client.query(query),
    });
    const [has, knows] = [await postgrator.getDatabaseVersion(), await postgrator.getMaxVersion()];
    if (has > knows)
      throw new Error(
        `This database is of a newer Vivid Eye (it stands at ${has}, this one knows ${knows}). Nothing was changed. Start the newer one, or restore a backup that this one made.`,
      );
    const done = await postgrator.migrate(upTo === undefined ? undefined : String(upTo));
    return done.map((migration) => migration.filename);
  } finally {
    await client.end();
  }
}

/** Makes database `name` unless it is there, as `template` stands. `adminUrl` is any database of the same server. */
export async function makeDatabase(adminUrl: string, name: string, template = 'template1'): Promise<void> {
  const client = new pg.Client({ connectionString: adminUrl });
  await client.connect();
  try {
    const { rowCount } = await client.query('SELECT 1 FROM pg_database WHERE datname = $1', [name]);
    if (rowCount === 0)
      await client.query(
        `CREATE DATABASE ${client.escapeIdentifier(name)} TEMPLATE ${client.escapeIdentifier(template)}`,
      );
  } finally {
    await client.end();
  }
}

/** Drops everything Vivid Eye keeps in this database. */
export async function dropEverything(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query('DROP SCHEMA public CASCADE; CREATE SCHEMA public');
  } finally {
    await client.end();
  }
}
