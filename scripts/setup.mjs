import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { headlessShell, wholeBrowser } from './chromium.mjs';

/** The folder of the project. */
export const root = path.resolve(import.meta.dirname, '..');
export const isRoot = process.getuid?.() === 0;

/** Says what is being done, in one line. */
export function say(text) {
  console.log(`• ${text}`);
}

/** Runs a command to its end; throws with its own words where it fails. */
export function run(command, args, options = {}) {
  const { status, stdout, stderr, error } = spawnSync(command, args, { cwd: root, encoding: 'utf8', ...options });
  if (error) throw error;
  if (status !== 0) throw new Error(`${command} ${args.join(' ')} failed (${status}):\n${stdout ?? ''}${stderr ?? ''}`);
  return stdout;
}

/** The same without holding up anything else meanwhile. */
export function ran(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], ...options });
    let words = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece) => (words += piece));
    child.once('error', reject);
    child.once('close', (code) => {
      if (code === 0) resolve(words);
      else reject(new Error(`${command} ${args.join(' ')} failed (${code}):\n${words}`));
    });
  });
}

/** The newest PostgreSQL of Debian's packages, as the folder of its programs. */
export function postgresPrograms() {
  const versions = '/usr/lib/postgresql';
  if (!existsSync(versions)) return undefined;
  return readdirSync(versions)
    .sort((a, b) => Number(b) - Number(a))
    .map((version) => path.join(versions, version, 'bin'))
    .find((folder) => existsSync(path.join(folder, 'initdb')));
}

/** Installs Debian packages that are missing; an ordinary user is told the exact command instead. */
export function needPackages(wanted) {
  const missing = wanted.filter(({ found }) => !found()).map(({ name }) => name);
  if (missing.length === 0) return;
  const command = `apt-get update && apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (!isRoot) {
    console.error(
      `Tienda needs Debian packages that are not installed. Run this, then try again:\n\n  sudo sh -c '${command}'\n`,
    );
    process.exit(1);
  }
  say(`installing ${missing.join(', ')}`);
  run('sh', ['-c', command], { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } });
}

export const postgresql = { name: 'postgresql', found: () => postgresPrograms() !== undefined };
/** Who may install packages gets the lighter one; for others the whole browser does as well. */
export const chromium = {
  name: 'chromium-headless-shell',
  found: () => existsSync(headlessShell) || (!isRoot && existsSync(wholeBrowser)),
};
/** What measures pages asks for the whole of it. */
export const wholeChromium = { name: 'chromium', found: () => existsSync(wholeBrowser) };
export const pgbouncer = { name: 'pgbouncer', found: () => existsSync('/usr/sbin/pgbouncer') };
export const dig = { name: 'bind9-dnsutils', found: () => existsSync('/usr/bin/dig') };
export const checkZone = { name: 'bind9-utils', found: () => existsSync('/usr/bin/named-checkzone') };
export const poppler = { name: 'poppler-utils', found: () => existsSync('/usr/bin/pdftotext') };
export const xmllint = { name: 'libxml2-utils', found: () => existsSync('/usr/bin/xmllint') };

/** Installs npm packages from the lock file, unless that very lock file is installed already. */
export function needNodeModules() {
  const stamp = path.join(root, 'node_modules', '.tienda-lock');
  const lock = createHash('sha256')
    .update(readFileSync(path.join(root, 'package-lock.json')))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  say('installing npm packages from the lock file');
  run('npm', ['ci', '--no-audit', '--no-fund'], { stdio: ['ignore', 'ignore', 'inherit'] });
  writeFileSync(stamp, lock);
}
