/** A seat of a head. */
export interface Place {
  head: number;
  position: number;
}

/** "position 4", with the head where there are several. */
export const placeName = ({ head, position }: Place, heads: number) =>
  heads > 1 ? `head ${head}, position ${position}` : `position ${position}`;

export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
