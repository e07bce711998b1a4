import pg from 'pg';

/** The app's own role: it reads and writes, and may make, change or empty no table; of the ledger it only adds. */
const role = 'vivid_app';

/**
 * Makes the app's role and gives it its rights in one database, after migrations. `ownerUrl`: that database, as its owner.
 * Safe to run again: rights are set anew, also those on the ledger's newer months (none: they are reached by the ledger).
 */
export async function prepareAppRole(ownerUrl: string, password: string): Promise<void> {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await client.query('BEGIN');
    await client.query('SELECT pg_advisory_xact_lock(4322)');
    const { rowCount } = await client.query('SELECT FROM pg_roles WHERE rolname = $1', [role]);
    if (rowCount === 0) await client.query(`CREATE ROLE ${role}`);
    await client.query(
      `ALTER ROLE ${role} LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE NOREPLICATION NOBYPASSRLS PASSWORD ${client.escapeLiteral(password)}`,
    );
    const { rows: parts } = await client.query<{ part: string }>(
      "SELECT inhrelid::regclass::text AS part FROM pg_inherits WHERE inhparent = 'ledger'::regclass",
    );
    await client.query(`
      REVOKE CREATE ON SCHEMA public FROM PUBLIC;
      GRANT USAGE ON SCHEMA public TO ${role};
      GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO ${role};
      REVOKE ALL ON ${['ledger', 'schema_version', ...parts.map(({ part }) => part)].join(', ')} FROM ${role};
      REVOKE ALL ON access_ledger, thing_before FROM ${role};
      GRANT SELECT, INSERT ON ledger, access_ledger, thing_before TO ${role};
      GRANT SELECT ON ledger_other, schema_version TO ${role};
      GRANT USAGE, SELECT, UPDATE ON SEQUENCE ledger_seq TO ${role};
      REVOKE EXECUTE ON FUNCTION ledger_make_month(date) FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION ledger_make_month(date) TO ${role}`);
    await client.query('COMMIT');
  } finally {
    await client.end();
  }
}
