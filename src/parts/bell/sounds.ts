import type { Ring } from '../../core/board/bell.ts';

/** A tone: when it begins and how long it lasts, s, and its pitch, Hz. */
interface Tone {
  at: number;
  lasts: number;
  hz: number;
}

/**
 * Three that nobody takes for one another over a machine's noise: falling pairs, two knocks on one pitch, a rising chord. Between 500 and 1,200 Hz: small
 * loudspeakers give little below, and machines are loud there.
 */
const tones: Record<Ring, { wave: OscillatorType; tones: Tone[]; vibrates: number[] }> = {
  stop: {
    wave: 'square',
    tones: [0, 0.5, 1].flatMap((at) => [
      { at, lasts: 0.18, hz: 1175 },
      { at: at + 0.2, lasts: 0.22, hz: 784 },
    ]),
    vibrates: [300, 120, 300, 120, 300],
  },
  act: {
    wave: 'triangle',
    tones: [
      { at: 0, lasts: 0.09, hz: 659 },
      { at: 0.16, lasts: 0.09, hz: 659 },
    ],
    vibrates: [120, 80, 120],
  },
  finished: {
    wave: 'sine',
    tones: [523, 659, 784, 1047].map((hz, index) => ({ at: index * 0.16, lasts: 0.3, hz })),
    vibrates: [60, 60, 60, 60, 400],
  },
};

/** Sounds a ring. The context must have been woken by a touch. */
export function sound(ring: Ring, context: AudioContext): void {
  const { wave, tones: each } = tones[ring];
  for (const { at, lasts, hz } of each) {
    const oscillator = context.createOscillator();
    const gain = context.createGain();
    const begins = context.currentTime + at;
    oscillator.type = wave;
    oscillator.frequency.value = hz;
    // Without a rise and fall each tone would click.
    gain.gain.setValueAtTime(0, begins);
    gain.gain.linearRampToValueAtTime(wave === 'square' ? 0.35 : 0.8, begins + 0.01);
    gain.gain.linearRampToValueAtTime(0, begins + lasts);
    oscillator.connect(gain).connect(context.destination);
    oscillator.start(begins);
    oscillator.stop(begins + lasts);
  }
}

export const vibration = (ring: Ring): number[] => tones[ring].vibrates;
