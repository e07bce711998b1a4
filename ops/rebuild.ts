import { rebuild } from '../src/server/everything/rebuild.ts';
import { onOwnDatabase } from '../scripts/own-database.ts';

/** npm run rebuild: empties the projections and folds them again from the ledger. The app may go on running. */
const began = Date.now();
await onOwnDatabase(async () => {
  const lines = await rebuild((count) => process.stdout.write(`\r${count} lines folded`));
  console.log(`\rRebuilt from ${lines} ledger lines in ${((Date.now() - began) / 1000).toFixed(1)} s.`);
});
