import { existsSync } from 'node:fs';
import type { Browser } from 'playwright-core';
import { BadInput } from '@hatrail/core/model/badInput';

/** Where Debian puts it. */
const USUAL = '/usr/bin/chromium';

const QUIET = [
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-extensions',
  '--disable-gpu',
  '--disable-quic',
  '--disable-sync',
  '--no-first-run',
  // No more memory for a page's script than this, MB, and no more processes than a page with frames needs.
  '--js-flags=--max-old-space-size=512',
  '--renderer-process-limit=3',
  // Nothing is looked up or sent but through the proxy.
  '--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1',
  '--force-webrtc-ip-handling-policy=disable_non_proxied_udp',
];

/**
 * Starts the browser in which an owner's site is opened; all that it asks for goes through a proxy.
 * @throws {BadInput} where there is none, with the command that installs it
 */
export async function openBrowser(proxyPort: number): Promise<Browser> {
  const executablePath = process.env.CHROMIUM ?? USUAL;
  if (!existsSync(executablePath))
    throw new BadInput(
      'There is no Chromium on this machine: “sudo apt-get install chromium” brings it. Without it, add pages in Gather and drop full-length pictures of yours on them.',
    );
  // Only where it is needed: reading it takes longer than all else that a server is started with.
  const { chromium } = await import('playwright-core');
  return chromium.launch({
    executablePath,
    // The superuser's browser has no sandbox to run in.
    chromiumSandbox: process.getuid?.() !== 0,
    args: QUIET,
    // Its own machine, too, goes through the proxy.
    proxy: { server: `http://127.0.0.1:${proxyPort}`, bypass: '<-loopback>' },
    timeout: 30_000,
  });
}
