import { createCipheriv, createDecipheriv, createHash, createHmac, randomBytes } from 'node:crypto';

const nonceBytes = 12;
const tagBytes = 16;

/**
 * Keys of one kind of use, the one in use first. What was made with an older key is still known, so that a key can be
 * replaced: put the new one first, and take the old one out when nothing of it is left.
 */
export class Keyring {
  /** @param keys not empty */
  constructor(private readonly keys: readonly [string, ...string[]]) {}

  /** The same text gives the same bytes under the key in use. */
  sign(text: string): Buffer {
    return hmac(this.keys[0], text);
  }

  /** What `sign` gives under each key, the one in use first. */
  signatures(text: string): Buffer[] {
    return this.keys.map((key) => hmac(key, text));
  }

  /** AES-256-GCM: nonce, tag, text, as base64. A stolen database does not give it away. @param purpose keeps uses apart */
  seal(purpose: string, text: string): string {
    const nonce = randomBytes(nonceBytes);
    const cipher = createCipheriv('aes-256-gcm', sealingKey(this.keys[0], purpose), nonce);
    const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
    return Buffer.concat([nonce, cipher.getAuthTag(), sealed]).toString('base64');
  }

  /** @throws Error where none of the keys sealed it */
  open(purpose: string, sealed: string): string {
    const bytes = Buffer.from(sealed, 'base64');
    for (const key of this.keys) {
      const decipher = createDecipheriv('aes-256-gcm', sealingKey(key, purpose), bytes.subarray(0, nonceBytes));
      decipher.setAuthTag(bytes.subarray(nonceBytes, nonceBytes + tagBytes));
      try {
        return decipher.update(bytes.subarray(nonceBytes + tagBytes), undefined, 'utf8') + decipher.final('utf8');
      } catch {
        // Sealed under another key.
      }
    }
    throw new Error(`No key opens what was sealed for ${purpose}`);
  }
}

function hmac(key: string, text: string): Buffer {
  return createHmac('sha256', key).update(text).digest();
}

function sealingKey(key: string, purpose: string): Buffer {
  return createHash('sha256').update(`${purpose} ${key}`).digest();
}
