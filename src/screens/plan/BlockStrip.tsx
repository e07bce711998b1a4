import { blockColumns } from '../../parts/weave/block-columns.ts';
import { rangeText, type Block } from '../../core/plan/blocks/scheme.ts';

/** The blocks of the scheme that the plan keeps to, as thin bars over its positions. */
export function BlockStrip({ blocks, order }: { blocks: readonly Block[]; order: readonly number[] }) {
  return (
    <div className="weave-grid pt-1" role="list" aria-label="Blocks of the scheme">
      {blocks.map((block) => {
        return (
          <span
            key={block.from}
            role="listitem"
            title={`${rangeText(block)}: ${block.name}, ${block.needle ?? 'any needle'}`}
            className={`row-start-1 mx-0.5 truncate border-t-4 px-1 text-xs leading-5 font-semibold [border-color:var(--color-base-content)] ${block.use === 'odd' ? 'border-dashed' : ''}`}
            style={{ gridColumn: blockColumns(block, order) }}
          >
            {block.name}
          </span>
        );
      })}
    </div>
  );
}
