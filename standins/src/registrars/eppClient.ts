import tls from 'node:tls';
import type { EppCommand } from '@tienda/core/epp/command';
import { frame, FrameReader } from '@tienda/core/epp/framing';
import { readAnswer, type EppAnswer } from '@tienda/core/epp/readResponse';
import type { EppResponse } from '@tienda/core/epp/response';
import { writeCommand } from '@tienda/core/epp/writeCommand';

export interface RegistrarAccess {
  readonly host: string;
  readonly port: number;
  readonly certificate: string;
  readonly clientId: string;
  readonly password: string;
}

/** A connection on which nothing comes for so long is given up. */
const patienceMs = 15_000;

/** One connection: what comes is kept until it is asked for. */
interface Connection {
  readonly socket: tls.TLSSocket;
  readonly pieces: AsyncIterator<Buffer>;
  readonly reader: FrameReader;
}

/** A registrar's session with a registry, one command after the other; opened again where it broke. */
export class EppClient {
  private connection: Connection | undefined;
  private count = 0;
  /** The command before: an answer belongs to the one command that waits for it. */
  private before: Promise<unknown> = Promise.resolve();

  constructor(private readonly access: RegistrarAccess) {}

  /** @throws Error where the registry does not answer */
  send(command: EppCommand): Promise<EppResponse> {
    const answered = this.before.then(() => this.sendNow(command));
    this.before = answered.catch(() => undefined);
    return answered;
  }

  private async sendNow(command: EppCommand): Promise<EppResponse> {
    if (this.connection?.socket.destroyed) this.connection = undefined;
    try {
      this.connection ??= await this.open();
      return await this.ask(this.connection, command);
    } catch (fault) {
      this.connection?.socket.destroy();
      throw fault;
    }
  }

  private async open(): Promise<Connection> {
    const { host, port, certificate, clientId, password } = this.access;
    const socket = tls.connect({ host, port, ca: certificate, servername: 'localhost' });
    socket.on('error', () => socket.destroy()).setTimeout(patienceMs, () => socket.destroy());
    const pieces = (socket as AsyncIterable<Buffer>)[Symbol.asyncIterator]();
    const connection = { socket, pieces, reader: new FrameReader() };
    await this.answer(connection);
    await this.ask(connection, { type: 'login', clientId, password });
    return connection;
  }

  private async ask(connection: Connection, command: EppCommand): Promise<EppResponse> {
    this.count += 1;
    connection.socket.write(frame(writeCommand(command, `${this.access.clientId}-${this.count}`)));
    const answer = await this.answer(connection);
    if (answer.type !== 'response') throw new Error('The registry greeted again');
    return answer.response;
  }

  private async answer({ pieces, reader }: Connection): Promise<EppAnswer> {
    for (;;) {
      const piece = await pieces.next();
      if (piece.done) throw new Error('The registry hung up, or was silent');
      const [document] = reader.push(piece.value);
      if (document !== undefined) return readAnswer(document);
    }
  }
}
