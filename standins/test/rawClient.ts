import { readFileSync } from 'node:fs';
import path from 'node:path';
import tls from 'node:tls';
import type { EppCommand, FeeCommand, Login } from '@tienda/core/epp/command';
import { frame, FrameReader } from '@tienda/core/epp/framing';
import { readAnswer } from '@tienda/core/epp/readResponse';
import type { EppResponse } from '@tienda/core/epp/response';
import { writeCommand } from '@tienda/core/epp/writeCommand';

const certificate = readFileSync(path.join(process.env['TIENDA_DATA'] ?? '', 'tls', 'registry.cert.pem'), 'utf8');
export const login: Login = {
  type: 'login',
  clientId: 'tienda',
  password: process.env['TIENDA_REGISTRY_PASSWORD'] ?? '',
};

/** A client that sends whatever it is told to, frame by frame. */
export class RawClient {
  private readonly reader = new FrameReader();
  private readonly received: string[] = [];
  private waiting: (() => void) | undefined;
  closed = false;

  private constructor(private readonly socket: tls.TLSSocket) {
    socket.on('data', (piece: Buffer) => {
      this.received.push(...this.reader.push(piece));
      this.waiting?.();
    });
    socket.on('close', () => {
      this.closed = true;
      this.waiting?.();
    });
    socket.on('error', () => undefined);
  }

  static async open(registry = 0, firstPort = Number(process.env['TIENDA_REGISTRY_PORT'])): Promise<RawClient> {
    const port = firstPort + registry;
    const client = new RawClient(tls.connect({ host: '127.0.0.1', port, ca: certificate, servername: 'localhost' }));
    expect(readAnswer(await client.next()).type).toBe('greeting');
    return client;
  }

  async next(): Promise<string> {
    while (this.received.length === 0 && !this.closed) await new Promise<void>((resolve) => (this.waiting = resolve));
    return this.received.shift() ?? '';
  }

  async raw(xml: string): Promise<string> {
    this.socket.write(frame(xml));
    return this.next();
  }

  async octets(unit: Uint8Array): Promise<string> {
    this.socket.write(unit);
    return this.next();
  }

  async send(command: EppCommand): Promise<EppResponse> {
    const answer = readAnswer(await this.raw(writeCommand(command, 'TEST-0001')));
    if (answer.type !== 'response') throw new Error('A greeting came instead of an answer');
    return answer.response;
  }

  end(): void {
    this.socket.destroy();
  }
}

/** Asks for the fees of commands for a year. */
export const feesOf = (...commands: FeeCommand[]) => ({
  currency: 'USD',
  of: commands.map((command) => ({ command, years: 1 })),
});

/** A contact with an id of this run. */
export const contact = {
  id: `T${Date.now().toString(36)}`,
  postal: 'int',
  name: 'Maren Solvik',
  street: ['4 Slip Lane'],
  city: 'Ullvik',
  country: 'IE',
  voice: '+353.209150123',
  email: 'maren@saltwhistle.example',
  disclose: false,
  authCode: 'secret-1',
} as const;
