import { spawn } from 'node:child_process';
import path from 'node:path';
import { stop } from './world.mjs';

/** So long a server that has ended is left before it is started again. */
const restartMs = 500;

/** Runs a server that is not ours, and starts it again when it ends. @returns {{ stop: () => Promise<void> }} */
export function keepRunning(program, args, options = {}) {
  let child;
  let isStopping = false;
  let timer;
  const start = () => {
    let said = '';
    child = spawn(program, args, { stdio: ['ignore', 'ignore', 'pipe'], ...options });
    child.stderr.on('data', (piece) => (said = `${said}${piece}`.slice(-1000)));
    child.once('exit', (code) => {
      if (isStopping) return;
      console.error(`${path.basename(program)} ended (${code}) and is started again:\n${said}`);
      timer = setTimeout(start, restartMs);
    });
  };
  start();
  return {
    stop: async () => {
      isStopping = true;
      clearTimeout(timer);
      await stop(child);
    },
  };
}
