import { vi } from 'vitest';
import { command } from '../src/command.ts';

/** A command in this process, which has its modules read already: what it prints, and its exit code. */
export async function run(...args: string[]) {
  const said = { stdout: '', stderr: '' };
  const into = (stream: keyof typeof said) => (text: unknown) => void (said[stream] += `${String(text)}\n`);
  const spies = [
    vi.spyOn(console, 'log').mockImplementation(into('stdout')),
    vi.spyOn(console, 'error').mockImplementation(into('stderr')),
  ];
  try {
    return { status: await command(args), ...said };
  } finally {
    spies.forEach((spy) => spy.mockRestore());
  }
}
