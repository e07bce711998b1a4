import { useFrame } from '../../parts/frame/context.tsx';
import type { ShownEvent } from '../../parts/live/view.ts';

/** Whose it is and where it came from, where that was asked; claimed by whoever it was. */
export function Whose({ event }: { event: ShownEvent }) {
  const { data, live, operatorId, say } = useFrame();
  const device = data.devices.find(({ id }) => id === event.deviceId);
  if (!device && !event.unconfirmed) return null;
  const isOpen =
    operatorId !== null &&
    (event.unconfirmed
      ? event.operatorId === operatorId
      : event.operatorId === null && device?.id === data.who.device?.id);
  const claim = () => {
    live.write({ kind: 'correction', corrects: event.id, data: { operatorId } });
    say('It bears your name now.');
  };
  return (
    <p className="flex flex-wrap items-center gap-2">
      <span className="quiet">
        {device && `From “${device.name}”`}
        {event.operatorId === null && ', nobody was signed in'}
        {event.unconfirmed && `${device ? '; ' : ''}unconfirmed: not signed in there when it came`}.
      </span>
      {isOpen && data.who.asked && (
        <button type="button" className="btn" onClick={claim}>
          That was me
        </button>
      )}
    </p>
  );
}
