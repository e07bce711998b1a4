import type { Machine } from '../../schemas/workshop.ts';

const speedKey = (machineId: string) => `vivid.speed.${machineId}`;

/** The speed the operator set on this device for this machine, stitches/min. */
export function keptSpeed(machine: Machine): number {
  const kept =
    typeof localStorage === 'undefined' ? NaN : Number(localStorage.getItem(speedKey(machine.id)) ?? NaN);
  return kept >= 100 && kept <= 2000 ? kept : machine.topSpeed;
}

export function keepSpeed(machine: Machine, speed: number): void {
  localStorage.setItem(speedKey(machine.id), String(speed));
}

const headsKey = (machineId: string) => `vivid.heads-out.${machineId}`;

/** The numbers of a machine's heads. */
export const headsOf = (machine: Pick<Machine, 'heads'>) =>
  Array.from({ length: machine.heads }, (_, index) => index + 1);

/** The heads that sew, as the operator set them on this device: one may stand out while the others go on. */
export function keptHeads(machine: Machine): number[] {
  const out = typeof localStorage === 'undefined' ? null : localStorage.getItem(headsKey(machine.id));
  const outNow = new Set((out ?? '').split(',').map(Number));
  const all = headsOf(machine);
  const sewing = all.filter((head) => !outNow.has(head));
  return sewing.length > 0 ? sewing : all;
}

export function keepHeads(machine: Machine, sewing: readonly number[]): void {
  localStorage.setItem(
    headsKey(machine.id),
    headsOf(machine)
      .filter((head) => !sewing.includes(head))
      .join(','),
  );
}
