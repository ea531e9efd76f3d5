import { NotIssued, type Authority } from '../src/gateways/authority/acmeAuthority';
import { Certificates, type CertificateParts } from '../src/names/certificates/service';
import type { KeptCertificate } from '../src/names/certificates/store';
import { Keyring } from '../src/platform/secrets/keyring';

const day = 86_400_000;
const hour = 3600_000;
const due = (host: string, attempts = 0): KeptCertificate => ({
  host,
  zone: host,
  chain: null,
  key: null,
  goodUntil: null,
  authority: null,
  nextAt: new Date(),
  attempts,
  problem: null,
});

/** Certificates with an authority and a database that are made up. */
function open(issue: Authority['issue'], hosts: readonly KeptCertificate[]) {
  const issued: Parameters<CertificateParts['store']['issued']>[] = [];
  const failed: Parameters<CertificateParts['store']['failed']>[] = [];
  const answers: [string, string | undefined][] = [];
  const raised: string[] = [];
  let forgotten = 0;
  const authority: Authority = {
    id: 'https://authority.example/dir',
    newAccount: () => Promise.resolve({ key: 'account key', url: 'https://authority.example/1' }),
    issue,
  };
  const store: CertificateParts['store'] = {
    due: () => Promise.resolve([...hosts]),
    issued: async (...made) => void issued.push(made),
    failed: async (...made) => void failed.push(made),
    answer: async (...made) => void answers.push(made),
    account: (_authority, made) => made(),
    forgetAccount: async () => void (forgotten += 1),
  };
  const attention = { raise: async (key: string) => void raised.push(key) } as unknown as CertificateParts['attention'];
  const certificates = new Certificates({ store, authority, keys: new Keyring(['secret']), attention });
  return { certificates, authority, issued, failed, answers, raised, forgotten: () => forgotten };
}

const good = { chain: 'chain', key: 'key', goodFrom: new Date(0), goodUntil: new Date(90 * day) };

test('a certificate is kept sealed, and asked for again when two thirds of its time are over', async () => {
  const { certificates, issued, answers } = open(
    async (_host, account, proof) => {
      expect(account).toEqual({ key: 'account key', url: 'https://authority.example/1' });
      await proof.show('token', 'answer');
      await proof.hide('token');
      return good;
    },
    [due('a.org')],
  );
  await certificates.lookAround();
  const [[host, made] = []] = issued;
  expect(host).toBe('a.org');
  expect(made?.nextAt).toEqual(new Date(60 * day));
  expect(made?.key).not.toContain('key');
  expect(new Keyring(['secret']).open('certificate key', made?.key ?? '')).toBe('key');
  expect(answers).toEqual([
    ['token', 'answer'],
    ['token', undefined],
  ]);
});

test.each([
  [0, 60_000],
  [3, 8 * 60_000],
  [20, 6 * hour],
])('refused for the %i. time it is asked for again later, and what was said is kept', async (attempts, waitMs) => {
  const refuses = () => Promise.reject(new NotIssued('no route to host'));
  const { certificates, failed, forgotten } = open(refuses, [due('a.org', attempts)]);
  await certificates.lookAround();
  const [[host, problem, count, nextAt] = []] = failed;
  expect([host, problem, count]).toEqual(['a.org', 'no route to host', attempts + 1]);
  expect(Math.abs((nextAt?.getTime() ?? 0) - Date.now() - waitMs)).toBeLessThan(5000);
  expect(forgotten()).toBe(0);
});

test('one that is refused holds up no other; an authority that forgot the account is asked for a new one', async () => {
  const { certificates, issued, failed, forgotten } = open(
    async (host) => {
      if (host === 'b.org') throw new NotIssued('Account "7" not found');
      return good;
    },
    ['a.org', 'b.org', 'c.org', 'd.org', 'e.org', 'f.org'].map((host) => due(host)),
  );
  await certificates.lookAround();
  expect(issued.map(([host]) => host).sort()).toEqual(['a.org', 'c.org', 'd.org', 'e.org', 'f.org']);
  expect(failed).toHaveLength(1);
  expect(forgotten()).toBe(1);
});

test('an authority that opens no account is raised once; nobody is asked where nothing is due', async () => {
  const { certificates, authority, raised, failed } = open(() => Promise.resolve(good), [due('a.org')]);
  authority.newAccount = () => Promise.reject(new NotIssued('closed'));
  await expect(certificates.lookAround()).rejects.toThrow('closed');
  expect(raised).toEqual(['authority https://authority.example/dir']);
  expect(failed).toEqual([]);
  await open(() => Promise.reject(new Error('asked')), []).certificates.lookAround();
});
