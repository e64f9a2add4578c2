/** Something is missing or set wrongly: said in words to whoever starts the program, never with a stack. */
export class SetUpError extends Error {}
