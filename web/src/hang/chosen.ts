/** What is chosen on the screen: an item, a rail, the header itself, or its folding. */
export type Chosen =
  { kind: 'item'; id: string } | { kind: 'rail'; index: number } | { kind: 'header' } | { kind: 'fold' };
