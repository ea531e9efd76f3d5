import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { promisify } from 'node:util';
import zlib from 'node:zlib';
import { decode, encode } from '@jridgewell/sourcemap-codec';
import { writeAnswers } from './answers.mjs';
import { withRequire } from './bench/bundle.mjs';
import { ran, root, say } from './setup.mjs';
import { writeWords } from './words.mjs';

const brotli = promisify(zlib.brotliCompress);
const gzip = promisify(zlib.gzip);

/** A digest of all files below some paths, by name and content. */
function digest(paths) {
  const hash = createHash('sha256');
  const visit = (file) => {
    if (/node_modules|\.expo|\.test\.tsx?$/.test(file) || !existsSync(file)) return;
    if (statSync(file).isDirectory()) for (const name of readdirSync(file).sort()) visit(path.join(file, name));
    else hash.update(path.relative(root, file)).update(readFileSync(file));
  };
  paths.forEach((relative) => visit(path.join(root, relative)));
  return hash.digest('hex');
}

/** Builds again only when sources changed since the last build of that name. */
async function whenChanged(name, paths, build) {
  const stamp = path.join(root, 'dist', `${name}.digest`);
  const now = digest([...paths, 'package-lock.json', 'scripts/build.mjs']);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
  rmSync(stamp, { force: true });
  mkdirSync(path.dirname(stamp), { recursive: true });
  await build();
  writeFileSync(stamp, now);
}

/** What stays beside the programs: it is made for the machine, or reads files that lie beside it. */
const beside = ['@node-rs/argon2', 'fontkit', 'pdfkit', 'pg-native'];

/** Server and stand-ins, one file each with all that it needs: read at once instead of from a thousand files, it starts in a third of the time. */
async function buildPrograms() {
  say('building the server and the stand-ins');
  const { build } = await import('esbuild');
  await build({
    entryPoints: {
      server: 'server/src/main.ts',
      forwarder: 'server/src/forwarder/main.ts',
      postbox: 'server/src/postbox/main.ts',
      forgetter: 'server/src/forgetter/main.ts',
      zoneBuilder: 'server/src/find/zones/builder.ts',
      printing: 'server/src/money/papers/printing.ts',
      standins: 'standins/src/main.ts',
    },
    absWorkingDir: root,
    outdir: 'dist',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    external: beside,
    banner: { js: withRequire },
    minifyWhitespace: true,
    sourcemap: true,
    sourcesContent: false,
    tsconfig: 'tsconfig.base.json',
    logLevel: 'warning',
  });
  for (const file of readdirSync(path.join(root, 'dist')))
    if (file.endsWith('.mjs.map')) leaveOwnCode(path.join(root, 'dist', file));
}

/**
 * Leaves in a program's source map where its own code comes from, and of the code of packages, which is most of it, where
 * each begins. The map is read whole when the first error is told, while everybody waits.
 */
function leaveOwnCode(file) {
  const map = JSON.parse(readFileSync(file, 'utf8'));
  const isOwn = map.sources.map((source) => !/node_modules\/|\.json$/.test(source));
  const lines = decode(map.mappings).map((line) => {
    let before;
    return line.filter(([, source]) => {
      const begins = source !== before;
      before = source;
      return begins || isOwn[source];
    });
  });
  writeFileSync(file, JSON.stringify({ ...map, mappings: encode(lines) }));
}

/** The web app, with every text file also compressed, and its pages written ahead of time in each language. */
async function buildWeb() {
  say('building the web app (a few minutes the first time)');
  const web = path.join(root, 'dist', 'web');
  const written = [];
  const last = 'en';
  for (const language of ['es', last]) {
    rmSync(web, { recursive: true, force: true });
    await exportWeb('app', web, { TIENDA_PAGES_IN: language });
    written.push(...takePages(web, language));
  }
  // Only the last one's files are there. Their names may differ from those before; they do the same for all languages.
  const files = new Map(
    written.filter((page) => page.language === last).map((page) => [page.address, filesOf(page.html)]),
  );
  // In the browser a search is Find.
  files.set('/search/[q]', files.get('/'));
  const pages = written.map((page) => ({
    ...page,
    html: page.html.replace(filesOf(page.html), () => files.get(page.address)),
  }));
  // A server that starts meanwhile reads the one or the other, whole.
  const file = path.join(root, 'dist', 'pages.json');
  writeFileSync(`${file}.new`, JSON.stringify(pages));
  renameSync(`${file}.new`, file);
  await compress(web);
}

const fetching = '<link rel="preload" as="script"';

/** In the head: nothing is shown before all of the page's words are there, or those that came first would be moved by the rest. */
const wholeOrNothing = '<link rel="expect" href="#words-end" blocking="render"/>';

/** The elements at the end of a page that fetch its scripts. */
const filesOf = (html) => html.slice(html.indexOf(fetching));

/**
 * Runs in a page: its scripts, once its words are seen, or could be seen if somebody looked.
 * Buttons that are tapped before the page is alive are kept for when it is (`stored/alive.tsx`); links are the browser's.
 */
const runScripts = `{
let isRun = false;
const run = () => {
  if (isRun) return;
  isRun = true;
  for (const { href } of document.querySelectorAll('link[as="script"]'))
    document.body.append(Object.assign(document.createElement('script'), { src: href, async: false }));
};
const tapped = new Set();
const keep = (event) => {
  const place = event.target.closest('button, a');
  if (!place) return;
  event.stopPropagation();
  if (place.tagName === 'A') return;
  event.preventDefault();
  tapped.add(place);
};
addEventListener('click', keep, true);
globalThis.tappedEarly = () => {
  removeEventListener('click', keep, true);
  return tapped;
};
setTimeout(tappedEarly, 20000);
new PerformanceObserver(run).observe({ type: 'paint', buffered: true });
setTimeout(run, 1000);
}`;

/** A page whose scripts are fetched at once, and wait with what they do until its words are on screen, all at the same time. */
function wordsFirst(html) {
  const sources = [...html.matchAll(/<script src="([^"]+)" defer><\/script>/g)].map(([, source]) => source);
  const links = sources.map((source) => `${fetching} fetchpriority="low" href="${source}"/>`);
  const words = html.slice(0, html.indexOf('<script src=')).replace('<head>', `<head>${wholeOrNothing}`);
  const after = html.slice(html.lastIndexOf('</script>') + '</script>'.length);
  return [words, '<i id="words-end" hidden></i>', ...links, `<script>${runScripts}</script>`, after].join('');
}

/** Builds an Expo app, which stands in `app` below the root, for the web. @param more of its environment */
export const exportWeb = (app, folder, more = {}) =>
  ran('npx', ['expo', 'export', '-p', 'web', '--output-dir', folder], {
    cwd: path.join(root, app),
    env: { ...process.env, EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1', NODE_ENV: 'production', CI: '1', ...more },
  });

/** Takes the pages out of what was built: the server fills in what the address says, and names what may run in them. */
function takePages(folder, language) {
  const pages = [];
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() || !entry.name.endsWith('.html')) continue;
    const file = path.join(entry.parentPath, entry.name);
    // The screen itself writes the tab's title; until then it is the shop's.
    const html = wordsFirst(readFileSync(file, 'utf8')).replace(/<title[^>]*><\/title>/, '<title>Tienda</title>');
    rmSync(file);
    const address = `/${path.relative(folder, file)}`.replace(/\.html$/, '').replace(/\/index$/, '') || '/';
    // React writes nothing, and says nothing, where a screen failed.
    if (!html.includes('<h1')) throw new Error(`${address} could not be written ahead of time (${language})`);
    pages.push({ address, language, html, ...digests(html) });
  }
  return pages;
}

/** What stands in a page itself, as a content security policy names it: the scripts, the styles, the style attributes. */
function digests(html) {
  const all = (pattern) => [...new Set([...html.matchAll(pattern)].map(([, content]) => digestOf(content)))];
  return {
    scripts: all(/<script(?: type="module")?>([^<]+)<\/script>/g),
    styles: all(/<style[^>]*>([^<]*)<\/style>/g),
    styleAttributes: all(/ style="([^"]*)"/g),
  };
}

const entities = { '&quot;': '"', '&#x27;': "'", '&amp;': '&', '&lt;': '<', '&gt;': '>' };
const digestOf = (content) => {
  const plain = content.replace(/&(?:quot|#x27|amp|lt|gt);/g, (entity) => entities[entity]);
  return `'sha256-${createHash('sha256').update(plain).digest('base64')}'`;
};

/** Puts `.br` and `.gz` beside every text file, so that serving costs nothing. */
async function compress(folder) {
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() || !/\.(js|css|html|json|svg|map)$/.test(entry.name)) continue;
    const file = path.join(entry.parentPath, entry.name);
    const content = readFileSync(file);
    writeFileSync(`${file}.gz`, await gzip(content, { level: 9 }));
    writeFileSync(`${file}.br`, await brotli(content, { params: { [zlib.constants.BROTLI_PARAM_QUALITY]: 9 } }));
  }
}

/** Brings `dist/` up to date with the sources. */
export async function build({ web = true } = {}) {
  await buildServers();
  if (web) await buildApp();
}

/** The server and the stand-ins, with what they read. */
export async function buildServers() {
  await whenChanged('programs', ['core/src', 'server/src', 'standins/src', 'tsconfig.base.json'], buildPrograms);
  const answerFiles = ['core/src', 'server/src', 'scripts/answers.mjs'];
  await whenChanged('answers', answerFiles, () => writeAnswers(path.join(root, 'dist', 'answers.json')));
  await whenChanged('words', ['scripts/words.mjs'], () => writeWords(path.join(root, 'dist', 'words.json')));
}

/** The web app. */
export async function buildApp() {
  const appFiles = readdirSync(path.join(root, 'app'))
    .filter((name) => !/^(test|jest|[.])/.test(name))
    .map((name) => `app/${name}`);
  await whenChanged('web', ['core/src', ...appFiles], buildWeb);
}
