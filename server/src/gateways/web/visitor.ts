import http from 'node:http';
import https from 'node:https';
import { rootCertificates } from 'node:tls';

/** The head of what a site answers. */
export interface SiteAnswer {
  readonly status: number;
  readonly location: string | undefined;
  readonly headers: { get(name: string): string | null };
}

/** Nothing answered, or what answered was not speaking HTTP. */
export class SiteSilent extends Error {}
/** The connection could not be made private. */
export class NotPrivate extends Error {}

const patienceMs = 4000;
const longestHead = 32 * 1024;
/** Of a certificate that does not do (OpenSSL and Node). */
const certificateFaults = /^(CERT_|ERR_TLS|DEPTH_ZERO|UNABLE_TO|SELF_SIGNED|INVALID_CA|HOSTNAME_MISMATCH|ERR_SSL)/;

/** Where the web is reached: 80 and 443, but in a made-up internet. */
export interface WebPorts {
  readonly http: number;
  readonly https: number;
}

/** Looks at sites as a browser does, one step at a time, and reads no more of them than the head of an answer. */
export class SiteVisitor {
  /** @param trusted asks for roots that are trusted beside those that everyone trusts, PEM */
  constructor(
    private readonly ports: WebPorts,
    private readonly trusted?: () => Promise<string>,
  ) {}

  /**
   * @param address of the host, found out before: what its name leads to meanwhile does not matter
   * @throws SiteSilent, NotPrivate
   */
  async look(url: string, address: string): Promise<SiteAnswer> {
    const { protocol, host, hostname, port, pathname, search } = new URL(url);
    const isPrivate = protocol === 'https:';
    const roots = isPrivate ? await this.trusted?.() : undefined;
    const options: https.RequestOptions = {
      host: address,
      port: port === '' ? this.ports[isPrivate ? 'https' : 'http'] : Number(port),
      path: `${pathname}${search}`,
      servername: hostname,
      headers: { Host: host, Accept: 'text/html,*/*', 'User-Agent': 'Tienda (its holder tries a name)' },
      maxHeaderSize: longestHead,
      agent: false,
      ...(roots ? { ca: [...rootCertificates, roots] } : {}),
    };
    return new Promise((resolve, reject) => {
      const request = (isPrivate ? https : http).get(options, (response) => {
        response.destroy();
        clearTimeout(patience);
        resolve({
          status: response.statusCode ?? 0,
          location: response.headers.location,
          headers: { get: (name) => [response.headers[name]].flat().join(', ') || null },
        });
      });
      const patience = setTimeout(() => request.destroy(new SiteSilent('out of time')), patienceMs);
      request.on('error', (fault: NodeJS.ErrnoException) => {
        clearTimeout(patience);
        reject(
          certificateFaults.test(fault.code ?? '') ? new NotPrivate(fault.message) : new SiteSilent(fault.message),
        );
      });
    });
  }
}
