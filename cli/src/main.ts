import { command } from './command.ts';

process.exitCode = await command(process.argv.slice(2));
