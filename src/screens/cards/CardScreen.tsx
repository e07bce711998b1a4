import { useRef } from 'react';
import { cardOf, type CardKey } from '../../core/cards/index.ts';
import { cautions } from '../../core/cards/card.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { Drawn } from './Drawn.tsx';
import { useSteps } from './useSteps.ts';

/** One procedure, step by step: by touch, space or swipe; all of it on paper. */
export default function CardScreen({ data, card }: { data: FrameData; card: CardKey }) {
  return (
    <Frame data={data}>
      <OneCard card={card} />
    </Frame>
  );
}

function OneCard({ card }: { card: CardKey }) {
  const { data } = useFrame();
  const { machine } = data;
  const { name, about, caution, steps: stepsFor } = cardOf(card);
  const steps = stepsFor(machine.profile.mechanics, machine);
  const { at, go, swipe } = useSteps(steps.length);
  const step = steps[at]!;
  const shown = useRef<HTMLElement>(null);
  return (
    <div className="p-3 lg:p-4">
      <header className="flex flex-wrap items-baseline gap-x-4">
        <h1>{name}</h1>
        <p className="quiet me-auto">{about}</p>
        <button type="button" className="btn no-print" onClick={() => window.print()}>
          Print
        </button>
        <a className="btn no-print" href={`/${machine.slug}/cards`}>
          All cards
        </a>
      </header>
      <p className="mt-2 border-s-4 ps-3 font-semibold [border-color:var(--color-base-content)]">
        {cautions[caution]}
      </p>
      <section
        ref={shown}
        aria-label={`Step ${at + 1} of ${steps.length}`}
        className="sheet no-print mt-3 p-4"
        {...swipe}
      >
        <div className="grid items-center gap-4 md:grid-cols-2">
          <Drawn drawing={step.drawing} mechanics={machine.profile.mechanics} className="h-64 lg:h-72" />
          <div aria-live="polite">
            <p className="figures quiet text-lg">
              {at + 1} of {steps.length}
            </p>
            <p className="text-2xl leading-8">{step.says}</p>
            {step.isOpen && (
              <p className="quiet mt-2">
                Not on this machine’s profile: as your manual says. Write it under{' '}
                <a className="underline" href="/workshop#machines">
                  Workshop, Machines
                </a>
                .
              </p>
            )}
          </div>
        </div>
        <div className="mt-4 flex gap-2">
          <button
            type="button"
            className="btn h-16 flex-1 text-lg"
            disabled={at === 0}
            onClick={() => go(at - 1)}
          >
            Back
          </button>
          <button
            type="button"
            className="btn btn-primary h-16 flex-1 text-lg"
            disabled={at === steps.length - 1}
            onClick={() => go(at + 1)}
          >
            {at === steps.length - 1 ? 'That was the last' : 'Next'}
          </button>
        </div>
      </section>
      <ol className="mt-3 grid gap-1 print:grid-cols-2 print:gap-3">
        {steps.map((each, index) => (
          <li key={index} className="print:break-inside-avoid">
            <Drawn
              drawing={each.drawing}
              mechanics={machine.profile.mechanics}
              className="hidden h-40 print:block"
            />
            <button
              type="button"
              aria-current={index === at ? 'step' : undefined}
              className={`flex min-h-11 w-full gap-3 rounded-md px-2 py-2 text-start hover:bg-base-100 ${index === at ? 'bg-base-100 font-bold' : ''}`}
              onClick={() => {
                go(index);
                shown.current?.scrollIntoView({ block: 'nearest' });
              }}
            >
              <span className="figures w-6 shrink-0 text-end">{index + 1}</span>
              <span>{each.says}</span>
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}
