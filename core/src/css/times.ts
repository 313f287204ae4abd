/** Duration, easing and delay of a change, as the style sheet names them; nothing moves before the page is ready. */
export const TIME = 'var(--hr-time, 0s)';
/** Those of what moves: a header that gets smaller, or goes and returns. */
export const MOVE_TIME = 'var(--hr-move-time, var(--hr-time, 0s))';
/** Those of links, text, marks and logo, which may have a time of their own. */
export const INK_TIME = 'var(--hr-ink-time, var(--hr-time, 0s))';
