import https from 'node:https';

const patienceMs = 2000;

/**
 * The root of an authority that nobody trusts but the demo, which is another each time that it is started.
 *
 * @param address where it is found
 * @param ca what that connection is trusted by, PEM
 * @returns asks for it, PEM; empty where there is none
 */
export function trustedBeside(address: string, ca: string): () => Promise<string> {
  return () =>
    new Promise((resolve) => {
      const request = https.get(address, { ca, timeout: patienceMs }, (response) => {
        let pem = '';
        response.setEncoding('utf8').on('data', (piece: string) => (pem += piece));
        response.once('end', () => resolve(pem));
      });
      request.once('timeout', () => request.destroy());
      request.once('error', () => resolve(''));
    });
}
