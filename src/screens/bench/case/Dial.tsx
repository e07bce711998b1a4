import { zones, type Band, type Zone } from '../../../core/tension/targets.ts';
import { centinewtons } from '../../../core/units/force.ts';

const most = 60;
/** From 210° over the top to −30°. */
const angleOf = (grams: number) => Math.PI * (7 / 6 - (Math.min(most, Math.max(0, grams)) / most) * (4 / 3));
const at = (grams: number, radius: number) =>
  `${(110 + radius * Math.cos(angleOf(grams))).toFixed(1)} ${(104 - radius * Math.sin(angleOf(grams))).toFixed(1)}`;
const arc = (from: number, to: number, radius: number) =>
  `M${at(from, radius)}A${radius} ${radius} 0 ${angleOf(from) - angleOf(to) > Math.PI ? 1 : 0} 1 ${at(to, radius)}`;

/** The gauge as a drawn dial, 0 to 60 g: the school's band as a broad arc, the hand at what is read. */
export function Dial({ grams, band, zone }: { grams: number | null; band: Band; zone: Zone | null }) {
  const says =
    grams === null ? 'no reading yet' : `${gramsText(grams)} g, ${cnText(grams)} cN: ${zones[zone!].says}`;
  return (
    <svg viewBox="0 0 220 168" className="w-full max-w-80" role="img" aria-label={`Gauge: ${says}`}>
      <path d={arc(0, most, 86)} fill="none" stroke="var(--color-base-300)" strokeWidth="14" />
      <path d={arc(band.from, band.to, 86)} fill="none" stroke="var(--color-base-content)" strokeWidth="14" />
      {Array.from({ length: 13 }, (_, tick) => tick * 5).map((tick) => (
        <g key={tick}>
          <path
            d={`M${at(tick, tick % 10 === 0 ? 70 : 74)}L${at(tick, 78)}`}
            stroke="var(--color-base-content)"
            strokeWidth={tick % 10 === 0 ? 1.8 : 1}
          />
          {tick % 10 === 0 && (
            <text
              x={at(tick, 58).split(' ')[0]}
              y={at(tick, 58).split(' ')[1]}
              className="figures fill-current text-[11px]"
              textAnchor="middle"
              dominantBaseline="middle"
            >
              {tick}
            </text>
          )}
        </g>
      ))}
      {grams !== null && (
        <path
          d={`M${at(grams, 92)}L${at(grams, 44)}`}
          stroke="var(--color-base-content)"
          strokeWidth="3.5"
          strokeLinecap="round"
        />
      )}
      <text x="110" y="112" className="figures fill-current text-[34px] font-bold" textAnchor="middle">
        {grams === null ? '–' : gramsText(grams)}
        <tspan className="text-[15px] font-normal" dx="3">
          g
        </tspan>
      </text>
      <text x="110" y="132" className="figures fill-current text-[11px]" textAnchor="middle">
        {grams === null ? 'no reading yet' : `${cnText(grams)} cN`}
      </text>
      <text x="110" y="160" className="figures fill-current text-[11px]" textAnchor="middle">
        band {band.from} to {band.to} g
      </text>
    </svg>
  );
}

export const gramsText = (grams: number) => grams.toFixed(1);
const cnText = (grams: number) => centinewtons(grams).toFixed(1);
