import type { Typing } from './useWidths.ts';

/** Where the widths are typed: Enter goes on to the next, Backspace in an empty field goes back. */
export function WidthsForm({ typing }: { typing: Typing }) {
  const { place, text, isNew, columns } = typing;
  return (
    <form
      className="mt-2 flex flex-wrap items-center gap-2 px-3"
      aria-label="Widths of the block"
      onSubmit={(submit) => {
        submit.preventDefault();
        typing.enter();
      }}
    >
      <label className="font-semibold">
        {place ? (
          <>
            Position {place.position},{' '}
            {place.part === 'bobbin' ? 'bobbin stripe' : `top thread ${place.part}`}
          </>
        ) : (
          'All columns are in'
        )}
        <input
          ref={typing.field}
          className="input figures ms-2 w-32 text-lg"
          inputMode="decimal"
          autoComplete="off"
          placeholder="mm"
          disabled={!place}
          value={text}
          onChange={(change) => typing.setText(change.target.value)}
          onKeyDown={(key) => {
            if (key.key !== 'Backspace' || text !== '' || !place) return;
            key.preventDefault();
            typing.goBack();
          }}
        />
      </label>
      <button type="button" className="btn" disabled={!isNew} onClick={typing.goBack}>
        Back
      </button>
      <button type="submit" className="btn" disabled={!place}>
        Next
      </button>
      {isNew && (
        <>
          <button
            type="button"
            className="btn btn-primary"
            disabled={columns.length === 0}
            onClick={typing.keep}
          >
            Keep this block
          </button>
          <button type="button" className="btn" onClick={typing.beginAnew}>
            Begin anew
          </button>
        </>
      )}
      {typing.why && <span role="alert">× {typing.why}</span>}
    </form>
  );
}
