import type { CheckItem, CheckMark } from '../../core/check/item.ts';

/** An item with what was said of it; `mark.id`: the ledger entry that said it. */
export interface Listed {
  item: CheckItem;
  mark: (CheckMark & { id: string }) | null;
}
