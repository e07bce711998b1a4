import { createContext, use } from 'react';
import type { Right } from '../../core/people/rights.ts';

/** What whoever looks at this page may do, as the server said when it made it; null: everything. The server decides again at every request. */
export const Rights = createContext<readonly Right[] | null>(null);

/** Whether to offer what takes this right. */
export function useMay(right: Right): boolean {
  const given = use(Rights);
  return given === null || given.includes(right);
}
