import http from 'node:http';

/** What a visitor is answered. */
export interface Answer {
  readonly status: number | undefined;
  readonly headers: http.IncomingHttpHeaders;
  readonly body: string;
}

const port = Number(process.env['TIENDA_FORWARD_PORT']);

/** A visit of a host at the program that sends visitors on, wherever its name leads. */
export function visit(host: string, asked = '/', method = 'GET'): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const request = http.request({ port, method, path: asked, headers: { Host: host }, agent: false }, (response) => {
      let body = '';
      response.setEncoding('utf8').on('data', (piece: string) => (body += piece));
      response.on('end', () => resolve({ status: response.statusCode, headers: response.headers, body }));
    });
    request.on('error', reject).end();
  });
}
