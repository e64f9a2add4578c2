/** Says how far a task is. */
export type Tell = (stage: string, done: number, total: number) => void;
