import { connect } from 'node:net';

/** A name server that is silent for so long is asked again. */
const patienceMs = 2000;

/** Says one line to a name server over its socket (PowerDNS, `pdns_control`). @returns what it answered */
export function tell(socketFile: string, line: string): Promise<string> {
  return new Promise((resolve, reject) => {
    let answer = '';
    const socket = connect(socketFile, () => socket.write(`${line}\n`));
    socket.setEncoding('utf8').setTimeout(patienceMs, () => socket.destroy(new Error(`${socketFile} is silent`)));
    socket.on('data', (piece: string) => (answer += piece));
    socket.once('error', reject);
    socket.once('close', () => resolve(answer));
  });
}
