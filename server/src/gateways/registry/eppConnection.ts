import tls from 'node:tls';
import type { EppCommand } from '@tienda/core/epp/command';
import { frame, FrameReader } from '@tienda/core/epp/framing';
import { readAnswer, type EppAnswer } from '@tienda/core/epp/readResponse';
import type { EppResponse } from '@tienda/core/epp/response';
import { succeeded } from '@tienda/core/epp/resultCode';
import { writeCommand } from '@tienda/core/epp/writeCommand';
import { RegistrySilent } from './registryGateway';

export interface EppAddress {
  readonly host: string;
  readonly port: number;
  readonly certificate: string;
  readonly clientId: string;
  readonly password: string;
  readonly timeoutMs: number;
}

/** The registry refuses another session just now (2502). */
export class SessionLimitReached extends Error {}

interface Waiting {
  readonly resolve: (answer: EppAnswer) => void;
  readonly reject: (fault: Error) => void;
}

/** One TLS session with a registry: one command at a time, in order. Useless after any fault. */
export class EppConnection {
  private waiting: Waiting | undefined;
  private fault: Error | undefined;
  private readonly reader = new FrameReader();

  private constructor(
    private readonly socket: tls.TLSSocket,
    private readonly timeoutMs: number,
    private readonly onClose: (connection: EppConnection) => void,
  ) {
    socket.setNoDelay(true);
    socket.on('data', (piece: Buffer) => this.receive(piece));
    socket.on('error', (fault: Error) => this.end(fault));
    socket.on('close', () => this.end(new Error('The registry hung up')));
  }

  /** Connects, waits for the greeting and logs in. @throws RegistrySilent, SessionLimitReached */
  static async open(address: EppAddress, onClose: (connection: EppConnection) => void): Promise<EppConnection> {
    const { host, port, certificate, timeoutMs, clientId, password } = address;
    const socket = tls.connect({ host, port, ca: certificate, servername: 'localhost', minVersion: 'TLSv1.2' });
    const connection = new EppConnection(socket, timeoutMs, onClose);
    await connection.answer();
    const { code, reason } = await connection.send({ type: 'login', clientId, password }, 'TIENDA-LOGIN');
    if (succeeded(code)) return connection;
    connection.close();
    throw code === 2502 ? new SessionLimitReached(reason) : new RegistrySilent(`Login was refused: ${code}`);
  }

  get usable(): boolean {
    return this.fault === undefined;
  }

  /** Sends a command and waits for its answer. @throws RegistrySilent where none comes, or not to this command */
  async send(command: EppCommand, clTRID: string): Promise<EppResponse> {
    if (this.fault) throw new RegistrySilent(this.fault.message);
    this.socket.write(frame(writeCommand(command, clTRID)));
    const answer = await this.answer();
    if (answer.type === 'response' && answer.response.clTRID === clTRID) return answer.response;
    this.end(new Error('The registry answered something else'));
    throw new RegistrySilent('The registry answered something else');
  }

  close(): void {
    this.end(new Error('The session was closed'));
  }

  private async answer(): Promise<EppAnswer> {
    const timer = setTimeout(() => this.end(new Error('The registry took too long')), this.timeoutMs);
    try {
      return await new Promise<EppAnswer>((resolve, reject) => {
        if (this.fault) reject(this.fault);
        this.waiting = { resolve, reject };
      });
    } catch (fault) {
      throw new RegistrySilent(fault instanceof Error ? fault.message : String(fault));
    } finally {
      clearTimeout(timer);
      this.waiting = undefined;
    }
  }

  private receive(piece: Buffer): void {
    try {
      for (const xml of this.reader.push(piece)) {
        if (!this.waiting) throw new Error('The registry spoke unasked');
        this.waiting.resolve(readAnswer(xml));
      }
    } catch (fault) {
      this.end(fault instanceof Error ? fault : new Error(String(fault)));
    }
  }

  private end(fault: Error): void {
    if (this.fault) return;
    this.fault = fault;
    this.waiting?.reject(fault);
    this.socket.destroy();
    this.onClose(this);
  }
}
