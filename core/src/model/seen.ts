/** Bringing in a site: what the owner can say of it. */

/** Most pages of a site that are brought in. */
export const MOST_CAPTURED = 20;

/** What of it an owner can leave out. */
export const SEEN_PARTS = ['palette', 'type', 'logo', 'menu', 'header'] as const;
export type SeenPart = (typeof SEEN_PARTS)[number];
