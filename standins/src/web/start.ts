import http from 'node:http';
import { startNameServer } from './nameServer';
import type { Logger } from 'pino';
import type { StandInConfig } from '../platform/config';
import { sitesAddress } from '../registry/internet';

/** The sites that people send their visitors to, each by its host. */
export async function startSites(config: StandInConfig, log: Logger): Promise<void> {
  const server = http.createServer((request, response) => {
    const [host = ''] = (request.headers.host ?? '').split(':');
    const answer = sites.get(host);
    if (!answer) {
      response.writeHead(404, { 'Content-Type': 'text/plain' });
      response.end(`${host} is not here.\n`);
    } else answer(request, response);
  });
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(config.sitesPort, sitesAddress, resolve);
  });
  await startNameServer(config, log);
  log.info({ port: config.sitesPort }, 'sites listen');
}

const page = (headers: http.OutgoingHttpHeaders = {}): http.RequestListener => {
  return (request, response) => {
    response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8', ...headers });
    response.end(
      `<!doctype html><title>Quay &amp; Quill</title><h1>Quay &amp; Quill</h1><p>${inHtml(request.url)}</p>\n`,
    );
  };
};

const inHtml = (text = '') => text.replaceAll(/[&<>]/g, (character) => `&#${character.charCodeAt(0)};`);

const sites: ReadonlyMap<string, http.RequestListener> = new Map([
  ['sites.quayhost.example', page()],
  // One that nobody may frame.
  ['shy.quayhost.example', page({ 'X-Frame-Options': 'DENY' })],
  ['old.quayhost.example', sentTo('http://sites.quayhost.example/moved')],
  ['round.quayhost.example', sentTo('http://round.quayhost.example/')],
  ['inward.quayhost.example', sentTo('http://127.0.0.1:80/')],
  // Takes every question and never answers.
  ['silent.quayhost.example', () => undefined],
]);

function sentTo(location: string): http.RequestListener {
  return (_request, response) => {
    response.writeHead(302, { Location: location });
    response.end();
  };
}
