import { resolve } from 'node:path';
import { start } from './start.ts';

/** Runs the application until it is stopped. */
const number = (name: string, usual: number): number => {
  const text = process.env[name];
  const port = text === undefined || text === '' ? usual : Number(text);
  if (Number.isInteger(port) && port >= 0 && port < 65536) return port;
  console.error(`${name} is “${text}”: give a port from 0 to 65535.`);
  process.exit(2);
};

const port = number('PORT', 4310);
try {
  const running = await start({
    port,
    livePort: number('LIVE_PORT', 4311),
    dataFolder: resolve(process.env.HATRAIL_DATA || 'data'),
    host: process.env.HOST || undefined,
  });
  console.log(`Hat Rail is ready at ${running.url}`);
  console.log(`Published sites are at ${running.liveUrl}`);
  running.context.apart.warm();
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => void running.close().then(() => process.exit(0)));
  }
} catch (error) {
  const { code, message } = error as NodeJS.ErrnoException;
  console.error(
    code === 'EADDRINUSE'
      ? `A port is taken: ${message}. Set PORT or LIVE_PORT to others and start again.`
      : message,
  );
  process.exit(1);
}
