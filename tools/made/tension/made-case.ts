/** A made-up case at the bench, with the hand that turns its screw and the gauge that reads it. */
export interface MadeCase {
  read(): number;
  /** Turns the screw as far as a hand gets it that means so much. */
  turn(turns: number): void;
  truth(): number;
  /** Another bobbin thread in it: it starts anew, its screw is the same. */
  anew(): void;
  /** How its spring answers at 27 g, g a turn, and its play, for a coach that knows it. */
  slope: number;
  play: number;
}
