import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { generate } from 'selfsigned';

/** The registries' key and certificate; made once for this machine and kept outside the repository. */
export async function certificateIn(directory: string): Promise<{ key: string; certificate: string }> {
  const keyFile = path.join(directory, 'registry.key.pem');
  const certificateFile = path.join(directory, 'registry.cert.pem');
  if (!existsSync(keyFile) || !existsSync(certificateFile)) {
    mkdirSync(directory, { recursive: true, mode: 0o700 });
    const made = await generate([{ name: 'commonName', value: 'registries.example' }], {
      keyType: 'ec',
      notAfterDate: new Date(Date.now() + 10 * 365 * 24 * 3600 * 1000),
      extensions: [
        { name: 'basicConstraints', cA: true, critical: true },
        {
          name: 'subjectAltName',
          altNames: [
            { type: 2, value: 'localhost' },
            { type: 7, ip: '127.0.0.1' },
          ],
        },
      ],
    });
    writeFileSync(keyFile, made.private, { mode: 0o600 });
    writeFileSync(certificateFile, made.cert);
  }
  return { key: readFileSync(keyFile, 'utf8'), certificate: readFileSync(certificateFile, 'utf8') };
}
