import { apart } from './truth.ts';

/** Two inks of one picture differ by more, RGB units. */
const ofOnePicture = 75;

/** A picture's inks: each is one that was used already, or differs from all of those and from the ground. `overGround`: by so much at least it differs from what it lies on. */
export function inkPot(
  inks: readonly string[],
  { ground, pick, overGround }: { ground: string; pick: (from: readonly string[]) => string; overGround: number },
) {
  const used: string[] = [];
  const take = (from: readonly string[]): string => {
    const colour = pick(from);
    if (!used.includes(colour)) used.push(colour);
    return colour;
  };
  return {
    /** One to lie on another (`under`), or on the ground. */
    ink: (under = ground) =>
      take(inks.filter((hex) => [under, ground, ...used].every((other) => other === hex || apart(other, hex) > ofOnePicture) && apart(hex, under) > overGround)),
    /** One to stand beside another, on the ground. */
    inkBeside: (other: string) =>
      take(inks.filter((hex) => hex !== other && apart(hex, other) > ofOnePicture && apart(hex, ground) > overGround)),
  };
} // prettier-ignore
