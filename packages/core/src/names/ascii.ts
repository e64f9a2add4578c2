/** Whether a text has letters whose small form only the platform knows. */
export const beyondAscii = /\P{ASCII}/u;

/** The small letter of an ASCII capital; any other code as it is. */
export const smallLetter = (code: number): number => (code >= 65 && code <= 90 ? code + 32 : code);
