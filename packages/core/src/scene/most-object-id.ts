/**
 * The largest id that counts towards the next one. The borders keep ids dense (see `strangeId`), so a scene comes here
 * after 67 million objects; an older log may name one beyond, which then simply stands outside of the counting.
 */
export const mostObjectId = 2 ** 26;
