/** A target's contrast at each of some scrolls. */
export interface Swept {
  contrasts: Float32Array;
  /** Which of its cells is the worst at each, where the sweep tells. */
  worst?: Uint16Array;
}
