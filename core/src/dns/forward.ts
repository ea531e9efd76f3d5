import ipaddr from 'ipaddr.js';
import { isPublic } from './delegation';

/** How visitors are sent on: for good and for now by their browser, masked in a frame under the name they typed. */
export const forwardKinds = ['permanent', 'temporary', 'masked'] as const;
export type ForwardKind = (typeof forwardKinds)[number];

/** What is kept of what a visitor asked for: the path and what follows it, or nothing. */
export const keptParts = ['path', 'nothing'] as const;
export type KeptPart = (typeof keptParts)[number];

/** Where visitors of a name are sent. */
export interface Forward {
  /** Absolute: http or https. */
  readonly to: string;
  readonly kind: ForwardKind;
  readonly keeps: KeptPart;
  /** Of the page that frames the target; empty unless it is masked. */
  readonly title: string;
  readonly description: string;
}

/** A page of Tienda's at a name that leads nowhere else, in its holder's words. */
export interface OwnPage {
  readonly kind: 'page';
  readonly title: string;
  /** Plain: lines that are empty part paragraphs. */
  readonly text: string;
}

/** What visitors of a name meet that come in here. */
export type Met = Forward | OwnPage;

/** True where visitors come in here, to be sent on or shown a page. */
export function isMetHere({ type }: { readonly type: string }): boolean {
  return type === 'FORWARD' || type === 'PAGE';
}

/** What a FORWARD or PAGE record says. */
export function metOf({ type, data }: { readonly type: string; readonly data: readonly string[] }): Met {
  const [title = '', text = ''] = data;
  return type === 'PAGE' ? { kind: 'page', title, text } : forwardOf({ data });
}

export const longestTarget = 2048;

export type TargetProblemCode = 'url' | 'urlScheme' | 'urlPrivate' | 'urlUser' | 'urlTooLong';

/** An address as people type it, whole: `https://` where they left that out. @returns it, or why it cannot be a target */
export function readTarget(typed: string): { readonly url: string } | { readonly code: TargetProblemCode } {
  const text = typed.trim();
  if (text.length > longestTarget) return { code: 'urlTooLong' };
  // `quayhost.example:8080` has a port, and no scheme of that name.
  const hasScheme = /^[a-z][a-z0-9+.-]*:(?!\d)/i.test(text);
  const whole = hasScheme ? text : `https://${text.replace(/^\/+/, '')}`;
  const url = parsedUrl(whole);
  if (!url) return { code: 'url' };
  if (url.protocol !== 'http:' && url.protocol !== 'https:') return { code: 'urlScheme' };
  if (url.username || url.password) return { code: 'urlUser' };
  if (url.href.length > longestTarget) return { code: 'urlTooLong' };
  if (/[\s"\\]/.test(url.href)) return { code: 'url' };
  const host = url.hostname.replace(/^\[|\]$/g, '');
  if (ipaddr.isValid(host)) return isPublic(host) ? { url: url.href } : { code: 'urlPrivate' };
  if (host === 'localhost' || host.endsWith('.localhost') || host.endsWith('.local')) return { code: 'urlPrivate' };
  return host.includes('.') && !/^[-.]|[-.]$|\.\./.test(host) ? { url: url.href } : { code: 'url' };
}

/** @returns undefined for what is no address. `URL.canParse` is too new for some browsers. */
export function parsedUrl(text: string, base?: string): URL | undefined {
  try {
    return new URL(text, base);
  } catch {
    return undefined;
  }
}

/** What a FORWARD record says. */
export function forwardOf({ data }: { readonly data: readonly string[] }): Forward {
  const [to = '', kind, keeps, title = '', description = ''] = data;
  return {
    to,
    kind: forwardKinds.find((one) => one === kind) ?? 'permanent',
    keeps: keptParts.find((one) => one === keeps) ?? 'nothing',
    title,
    description,
  };
}

/** A forward as the data of its record. */
export function forwardData({ to, kind, keeps, title, description }: Forward): string[] {
  return [to, kind, keeps, ...(kind === 'masked' ? [title, description] : ['', ''])];
}

/**
 * Where a visit leads.
 *
 * @param asked path and query, as in the first line of a request
 * @returns absolute
 */
export function leadsTo({ to, keeps }: Pick<Forward, 'to' | 'keeps'>, asked: string): string {
  if (keeps === 'nothing') return to;
  const target = new URL(to);
  const [path, query] = splitAtFirst(asked, '?');
  const below = path.replace(/^\/+/, '');
  const joined = below === '' ? target.pathname : `${target.pathname.replace(/\/$/, '')}/${below}`;
  // A path that begins with two slashes would be another host.
  target.pathname = joined.replace(/^\/{2,}/, '/');
  if (query !== undefined) target.search = target.search === '' ? query : `${target.search.slice(1)}&${query}`;
  return target.href;
}

function splitAtFirst(text: string, mark: string): [string, string | undefined] {
  const at = text.indexOf(mark);
  return at < 0 ? [text, undefined] : [text.slice(0, at), text.slice(at + 1)];
}

/** What a visitor is answered. */
export interface ForwardAnswer {
  readonly status: number;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string;
}

/** How long a browser may keep that a name leads elsewhere for good, seconds: a day, so that it can be changed. */
const keptFor = 86_400;

/**
 * What a visit to a forwarded name is answered. Plain visits get 301 or 302, which browsers follow with GET; what sends
 * something gets 308 or 307, which keep the method (RFC 9110 section 15.4).
 *
 * @param asked path and query, as in the first line of a request
 */
export function forwardAnswer(forward: Forward, method: string, asked: string): ForwardAnswer {
  const location = leadsTo(forward, asked);
  const isPlain = method === 'GET' || method === 'HEAD';
  if (forward.kind === 'masked') {
    if (!isPlain) return { status: 405, headers: { ...plainText, Allow: 'GET, HEAD' }, body: '' };
    return { status: 200, headers: maskHeaders(location), body: maskPage(forward, location) };
  }
  const isForGood = forward.kind === 'permanent';
  const status = isForGood ? (isPlain ? 301 : 308) : isPlain ? 302 : 307;
  const cache = isForGood ? `max-age=${keptFor}` : 'no-store';
  return {
    status,
    headers: { ...plainText, Location: location, 'Cache-Control': cache },
    body: `${location}\n`,
  };
}

/**
 * What a visitor of a page is answered; whatever else is asked for below it is not there, and says so with the same page.
 *
 * @param asked path and query, as in the first line of a request
 */
export function pageAnswer(page: OwnPage, host: string, method: string, asked: string): ForwardAnswer {
  if (method !== 'GET' && method !== 'HEAD')
    return { status: 405, headers: { ...plainText, Allow: 'GET, HEAD' }, body: '' };
  const headers = {
    'Content-Type': 'text/html; charset=utf-8',
    'X-Content-Type-Options': 'nosniff',
    'Cache-Control': 'no-cache',
    'Content-Security-Policy':
      "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'; base-uri 'none'; form-action 'none'",
  };
  return { status: /^\/(\?|$)/.test(asked) ? 200 : 404, headers, body: ownPage(page, host) };
}

/** As plain as can be, in both kinds of light. */
function ownPage({ title, text }: OwnPage, host: string): string {
  const said = inHtml(title || host);
  const paragraphs = text
    .split(/\n\s*\n/)
    .filter((paragraph) => paragraph.trim() !== '')
    .map((paragraph) => `<p>${inHtml(paragraph.trim()).replaceAll('\n', '<br>')}</p>`);
  return `<!doctype html>
<html>
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${said}</title>
<style>:root{color-scheme:light dark}body{margin:0;min-height:100vh;display:grid;place-content:center;font:1.1rem/1.6 system-ui,sans-serif}main{max-width:34rem;padding:2rem}h1{overflow-wrap:anywhere}</style>
</head>
<body><main><h1>${said}</h1>
${paragraphs.join('\n')}
</main></body>
</html>
`;
}

const plainText = { 'Content-Type': 'text/plain; charset=utf-8', 'X-Content-Type-Options': 'nosniff' } as const;

function maskHeaders(location: string): Record<string, string> {
  const { origin } = new URL(location);
  return {
    'Content-Type': 'text/html; charset=utf-8',
    'X-Content-Type-Options': 'nosniff',
    'Cache-Control': 'no-cache',
    'Content-Security-Policy': `default-src 'none'; style-src 'unsafe-inline'; frame-src ${origin}; frame-ancestors 'none'; base-uri 'none'`,
  };
}

/** A page of ours that shows the target and nothing else. */
function maskPage({ title, description }: Forward, location: string): string {
  const said = title || new URL(location).host;
  return `<!doctype html>
<html>
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${inHtml(said)}</title>
${description === '' ? '' : `<meta name="description" content="${inHtml(description)}">\n`}<style>html,body{margin:0;height:100%}iframe{border:0;width:100%;height:100%;display:block}</style>
</head>
<body><iframe src="${inHtml(location)}" title="${inHtml(said)}" allow="fullscreen"></iframe></body>
</html>
`;
}

const entities: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

function inHtml(text: string): string {
  return text.replaceAll(/[&<>"']/g, (character) => entities[character] ?? character);
}

/** Whether a page may be framed by another, by its headers (CSP level 3 `frame-ancestors`, RFC 7034). */
export function mayBeFramed(headers: { get(name: string): string | null }): boolean {
  const ancestors = (headers.get('content-security-policy') ?? '')
    .split(';')
    .map((directive) => directive.trim().split(/\s+/))
    .find(([name = '']) => name.toLowerCase() === 'frame-ancestors');
  // Where both are there, the newer one counts alone.
  if (ancestors) return ancestors.slice(1).some((source) => ['*', 'http:', 'https:'].includes(source.toLowerCase()));
  return headers.get('x-frame-options') === null;
}
