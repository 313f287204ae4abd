// npm run demo: installs, builds, brings in the demo site on the first start, and runs until it is stopped.
import { spawn } from 'node:child_process';
import { buildWeb, installPackages } from './setUp.mjs';

const packages = installPackages();
buildWeb();
await packages;
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], { stdio: 'inherit' });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
