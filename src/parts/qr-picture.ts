import { renderSVG } from 'uqr';

/** The address of a picture of a text as a QR code, its quiet zone `border` modules wide (ISO/IEC 18004 asks for 4). */
export const qrPicture = (text: string, border = 4): string =>
  `data:image/svg+xml,${encodeURIComponent(renderSVG(text, { border, ecc: 'M' }))}`;
