import { writeFileSync } from 'node:fs';
import { adviceTable } from '../tests/support/advice-table.ts';

/** `npm run advice`: makes docs/advice.md anew from the rules. */
writeFileSync('docs/advice.md', adviceTable());
