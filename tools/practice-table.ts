import { writeFileSync } from 'node:fs';
import { practiceTable } from '../tests/support/practice-table.ts';

/** `npm run practice`: makes docs/practice.md anew from what the core says. */
writeFileSync('docs/practice.md', practiceTable());
