import { fork, type ChildProcess } from 'node:child_process';
import type { Logger } from 'pino';

/** A stand-in that ended so often, each time soon after its start, is left alone. */
const mostRestarts = 5;
const soonMs = 60_000;
const restartAfterMs = 500;

/** Runs each stand-in in a process of its own, and starts again what ended by itself. */
export class Processes {
  private readonly running = new Map<string, ChildProcess>();
  private isStopping = false;

  /** @param main the program that runs one stand-in when it is given its name, and then says `up` */
  constructor(
    private readonly main: string,
    private readonly log: Logger,
  ) {}

  /** Starts a stand-in and waits until it listens. @throws Error where it ends before */
  start(name: string, restarts = 0): Promise<void> {
    const startedAt = Date.now();
    const child = fork(this.main, [name], { execArgv: process.execArgv });
    this.running.set(name, child);
    this.log.info({ standIn: name, pid: child.pid }, 'stand-in starts');
    return new Promise((resolve, reject) => {
      let isUp = false;
      child.once('message', () => {
        isUp = true;
        resolve();
      });
      child.once('error', reject);
      child.once('exit', (code, signal) => {
        this.running.delete(name);
        if (this.isStopping) return;
        if (!isUp && restarts === 0) return reject(new Error(`The stand-in for ${name} did not start`));
        this.log.error({ standIn: name, code, signal }, 'a stand-in ended');
        this.startAgain(name, Date.now() - startedAt < soonMs ? restarts + 1 : 1);
      });
    });
  }

  stop(): void {
    this.isStopping = true;
    for (const child of this.running.values()) child.kill('SIGKILL');
  }

  private startAgain(name: string, restarts: number): void {
    if (restarts > mostRestarts)
      return this.log.fatal({ standIn: name }, 'a stand-in ends again and again: it stays down');
    setTimeout(() => {
      if (this.isStopping) return;
      this.start(name, restarts).catch((fault: unknown) =>
        this.log.error({ standIn: name, err: fault }, 'not restarted'),
      );
    }, restartAfterMs * restarts);
  }
}
