/** A digest or secret in groups of four, as people compare and type it. */
export const inFours = (text: string): string => text.match(/.{1,4}/g)?.join(' ') ?? ''
