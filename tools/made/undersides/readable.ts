const channels = (hex: string) => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16));
const apart = (a: string, b: string) => {
  const [one, other] = [channels(a), channels(b)];
  return Math.max(...one.map((value, plane) => Math.abs(value - other[plane]!))) / 255;
};

/** As a grey photo shows a colour: its luminance (IEC 61966-2-1, ITU-R BT.709), which is how a picture is made grey. */
const greyed = (hex: string) => {
  const [r, g, b] = channels(hex).map((value) => {
    const coded = value / 255;
    return coded <= 0.04045 ? coded / 12.92 : ((coded + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  const light = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  const coded = light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055;
  return `#${Math.round(255 * coded)
    .toString(16)
    .padStart(2, '0')
    .repeat(3)}`;
};

/** A colour as its photo shows it. */
const seen = (colour: string, isGrey: boolean) => (isGrey ? greyed(colour) : colour);

export interface Threads {
  top: string;
  bobbin: string;
  cloth: string;
}

/** Top and bobbin thread are so alike that no one tells them apart on a photo: nothing may be answered. Between this and readable either will do. From memory. */
export const isAlike = ({ top, bobbin }: Threads, isGrey = false): boolean =>
  apart(seen(top, isGrey), seen(bobbin, isGrey)) <= 0.1;

/** Threads that a person tells apart without effort on the photo, in all kinds of made-up photos: in a grey one by their lightness only. From memory. */
export function isReadable({ top, bobbin, cloth }: Threads, isGrey = false): boolean {
  const [one, other, under] = [top, bobbin, cloth].map((colour) => seen(colour, isGrey)) as [
    string,
    string,
    string,
  ];
  return apart(one, other) > 0.2 && apart(one, under) > 0.13;
}
