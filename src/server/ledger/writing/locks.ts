/**
 * Advisory lock that every writer of the ledger shares; a rebuild or an import holds it alone. (A table lock would ask for
 * rights that the app's role does not have on the ledger.)
 */
export const everyLedgerLock = 4321_0001;
