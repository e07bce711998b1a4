import { useEffect, useState } from 'react';

/** The address of a text's QR code. What draws it is loaded only where one is shown: undefined until then. */
export function useQrPicture(text: string, border?: number): string | undefined {
  const [picture, setPicture] = useState<string>();
  useEffect(() => {
    let current = true;
    void import('./qr-picture.ts').then(({ qrPicture }) => current && setPicture(qrPicture(text, border)));
    return () => {
      current = false;
    };
  }, [text, border]);
  return picture;
}
