import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import tls from 'node:tls';
import { setTimeout as pause } from 'node:timers/promises';
import type { Logger } from 'pino';
import { EppRefusal } from '@tienda/core/epp/command';
import { frame, FrameError, FrameReader } from '@tienda/core/epp/framing';
import { readCommand, type ReceivedCommand } from '@tienda/core/epp/readCommand';
import { isResultCode, resultTexts, type ResultCode } from '@tienda/core/epp/resultCode';
import { writeGreeting, writeResponse } from '@tienda/core/epp/writeResponse';
import type { Faults } from '../platform/faults';
import { registrars } from './background';
import type { Registry } from './registries';
import { RegistrySession, type RegistryShared } from './session';

/** Refusals in a row after which a client is sent away. */
const patience = 20;

export interface EppServerOptions extends RegistryShared {
  readonly host: string;
  readonly port: number;
  readonly key: string;
  readonly certificate: string;
  readonly faults: Faults;
  /** Checks answered so far, by all sessions. */
  readonly checks: { count: number };
  readonly log: Logger;
}

/** One registry listening for EPP over TLS (RFC 5734). */
export async function startEppServer(options: EppServerOptions): Promise<tls.Server> {
  const server = tls.createServer({ key: options.key, cert: options.certificate, minVersion: 'TLSv1.2' }, (socket) => {
    converse(socket, options).catch((fault: unknown) => {
      options.log.warn({ registry: options.registry.id, err: fault }, 'session ended by a fault');
      socket.destroy();
    });
  });
  server.listen(options.port, options.host);
  await once(server, 'listening');
  return server;
}

async function converse(socket: tls.TLSSocket, options: EppServerOptions): Promise<void> {
  const session = new RegistrySession(options);
  const reader = new FrameReader();
  socket.setNoDelay(true);
  socket.on('error', () => socket.destroy());
  socket.on('close', () => session.end());
  const greeting = () => writeGreeting({ serverId: options.registry.serverId, date: options.now().toISOString() });
  socket.write(frame(greeting()));
  let refusals = 0;
  for await (const piece of socket as AsyncIterable<Buffer>) {
    const documents = unitsOf(piece, reader);
    if (documents instanceof EppRefusal) return void socket.end(frame(refusalResponse(documents)));
    for (const xml of documents) {
      const received = understand(xml);
      if (received instanceof EppRefusal) {
        refusals += 1;
        socket.write(frame(refusalResponse(received)));
        if (refusals >= patience) return void socket.end();
      } else if (received.command.type === 'hello') socket.write(frame(greeting()));
      else {
        refusals = 0;
        const goOn = await carryOut(received, session, socket, options);
        if (!goOn) return;
      }
    }
  }
}

/** The documents of a piece; a refusal where no more can be read from this client. */
function unitsOf(piece: Buffer, reader: FrameReader): readonly string[] | EppRefusal {
  try {
    return reader.push(piece);
  } catch (fault) {
    if (fault instanceof FrameError) return new EppRefusal(2500, fault.message);
    throw fault;
  }
}

function understand(xml: string): ReceivedCommand | EppRefusal {
  try {
    return readCommand(xml);
  } catch (fault) {
    if (fault instanceof EppRefusal) return fault;
    throw fault;
  }
}

function refusalResponse({ code, message, clTRID }: EppRefusal): string {
  const svTRID = `refused-${randomUUID()}`;
  return writeResponse({ code, message: resultTexts[code], reason: message, svTRID, ...(clTRID ? { clTRID } : {}) });
}

/** Does what was asked, with the latency and faults of the registry; false where the conversation is over. */
async function carryOut(
  { command, clTRID }: ReceivedCommand,
  session: RegistrySession,
  socket: tls.TLSSocket,
  options: EppServerOptions,
): Promise<boolean> {
  const { registry, pace, faults } = options;
  const takesMs = latency(registry, command.type, options.checks) * pace;
  if (takesMs > 0) await pause(takesMs);
  const asks = command.type === 'login' ? command.clientId : session.client;
  // Faults are there to try the shop with: the other registrars go about their business.
  const isOther = asks !== undefined && asks !== registrars[0];
  const fault = isOther ? undefined : faults.strike(command.type);
  if (fault?.kind === 'delay') await pause(fault.ms ?? 1000);
  if (fault?.kind === 'dropBefore') {
    socket.destroy();
    return false;
  }
  if (fault?.kind === 'refuse') {
    socket.write(
      frame(refusalResponse(new EppRefusal(resultCodeOf(fault.code), 'The registry could not do it', clTRID))),
    );
    return true;
  }
  const response = await session.answer(command, clTRID);
  if (fault?.kind === 'dropAfter') {
    socket.destroy();
    return false;
  }
  socket.write(frame(fault?.kind === 'garble' ? '<html>busy</html>' : writeResponse(response)));
  const over = response.code === 1500 || response.code >= 2500;
  if (over) socket.end();
  return !over;
}

function resultCodeOf(code = 2400): ResultCode {
  return isResultCode(code) ? code : 2400;
}

function latency({ latencyMs, slowEvery }: Registry, command: string, checks: { count: number }): number {
  if (command === 'checkDomains') {
    checks.count += 1;
    return latencyMs.check * (slowEvery && checks.count % slowEvery.nth === 0 ? slowEvery.times : 1);
  }
  return command === 'createDomain' ? latencyMs.create : latencyMs.other;
}
