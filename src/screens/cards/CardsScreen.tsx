import { cardKeys, cardOf } from '../../core/cards/index.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import { SafetyLine } from '../../parts/SafetyLine.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { Drawn } from './Drawn.tsx';

/** Every card for the hands, drawn for this machine. */
export default function CardsScreen({ data }: { data: FrameData }) {
  return (
    <Frame data={data}>
      <Cards />
    </Frame>
  );
}

function Cards() {
  const { data } = useFrame();
  const { machine } = data;
  return (
    <div className="p-3 lg:p-4">
      <h1>Cards for the hands: {machine.name}</h1>
      <SafetyLine className="mt-2" />
      <ul className="mt-3 grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
        {cardKeys.map((key) => {
          const { name, about, steps } = cardOf(key);
          const list = steps(machine.profile.mechanics, machine);
          return (
            <li key={key}>
              <a
                className="sheet flex h-full items-center gap-3 p-3 hover:bg-base-200"
                href={`/${machine.slug}/cards/${key}`}
              >
                <Drawn
                  drawing={list[Math.min(1, list.length - 1)]!.drawing}
                  mechanics={machine.profile.mechanics}
                  className="pointer-events-none h-20 w-24 shrink-0 [&_text]:hidden"
                />
                <span>
                  <b className="block">{name}</b>
                  <span className="quiet text-sm">
                    {about} {list.length} steps.
                  </span>
                </span>
              </a>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
