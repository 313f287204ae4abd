/** One thing wrong in a document: where, as a path like `headers[0].looks.top.fill.opacity`, and what to do. */
export interface Problem {
  path: string;
  message: string;
}

/** Thrown where something cannot be taken, with what to do; carries every problem found. */
export class BadInput extends Error {
  readonly problems: Problem[];
  constructor(message: string, problems: Problem[] = []) {
    super(message);
    this.name = 'BadInput';
    this.problems = problems;
  }
}
