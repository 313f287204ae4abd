import type { Page } from 'playwright-core';

interface TraceEvent {
  name: string;
  ph: string;
  pid: number;
  tid: number;
  dur?: number;
  /** Time that the thread itself ran. */
  tdur?: number;
  args?: { name?: string };
}

/** Tasks of a page's main thread: ms by the clock, and ms that the thread itself ran; longest first. */
export interface Tasks {
  wall: number[];
  own: number[];
}

/** The tasks of a page's main thread while something is done, from a trace of the browser. */
export async function tasksWhile(tab: Page, action: () => Promise<void>): Promise<Tasks> {
  const session = await tab.context().newCDPSession(tab);
  const events: TraceEvent[] = [];
  session.on('Tracing.dataCollected', ({ value }) => events.push(...(value as unknown as TraceEvent[])));
  const includedCategories = ['disabled-by-default-devtools.timeline', 'devtools.timeline', '__metadata'];
  await session.send('Tracing.start', { traceConfig: { includedCategories } });
  await action();
  const done = new Promise((resolve) => session.once('Tracing.tracingComplete', resolve));
  await session.send('Tracing.end');
  await done;
  await session.detach();
  const mains = new Set(
    events
      .filter(({ name, args }) => name === 'thread_name' && args?.name === 'CrRendererMain')
      .map(({ pid, tid }) => `${pid} ${tid}`),
  );
  const tasks = events.filter(
    ({ name, pid, tid, dur }) => name === 'RunTask' && dur !== undefined && mains.has(`${pid} ${tid}`),
  );
  const longest = (times: (number | undefined)[]) =>
    times.map((time) => (time ?? 0) / 1000).sort((p, q) => q - p);
  return { wall: longest(tasks.map(({ dur }) => dur)), own: longest(tasks.map(({ tdur }) => tdur)) };
}
