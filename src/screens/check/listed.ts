import type { Deed } from '../../core/ledger/deed.ts';
import type { NeedleSpec } from '../../core/needle/label.ts';
import type { CheckItem, CheckMark } from '../../core/check/item.ts';

/** An item with what was said of it; `mark.id`: the ledger entry that said it. */
export interface Listed {
  item: CheckItem;
  mark: (CheckMark & { id: string }) | null;
}

/** A needle that an item's deed names, as fitted. */
export interface NeedleFitted {
  deed: Extract<Deed, { does: 'needle' }>;
  needle: NeedleSpec;
}
