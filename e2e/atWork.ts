import type { Page as Tab } from 'playwright-core';

/** Every owner that is at work now: where a story fails, what they see is told. */
export const AT_WORK = new Set<{ tab: Tab; errors: string[] }>();
