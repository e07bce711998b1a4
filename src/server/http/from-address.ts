/** Reads what a page is narrowed to from its address: anything that is no value of a filter counts as not given (""). */
export const fromAddress =
  ({ searchParams }: URL) =>
  (name: string, fits: (value: string) => boolean): string => {
    const value = (searchParams.get(name) ?? '').trim();
    return fits(value) ? value : '';
  };

export const isId = (value: string): boolean => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(value);

/** Text of up to so many characters that the database can hold. */
export const isText =
  (most: number) =>
  (value: string): boolean =>
    value.length > 0 && value.length <= most && /^[^\u0000\ud800-\udfff]*$/.test(value);
