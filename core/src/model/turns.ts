/** Ways to turn a picture: by a quarter, and over, so that its sides or its upper and lower half change places. */
export const TURNS = ['left', 'right', 'sideways', 'upside down'] as const;
export type Turn = (typeof TURNS)[number];
