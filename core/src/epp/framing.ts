const headerLength = 4;
/** RFC 5730, section 5: EPP is UTF-8; what is not says nothing certain. */
const utf8 = new TextDecoder('utf-8', { fatal: true });

/** No honest frame of Tienda's is near this size. */
export const longestFrame = 4 * 1024 * 1024;

export class FrameError extends Error {}

/** A data unit as RFC 5734 section 4 sends it: four octets of total length, big-endian, then the XML. */
export function frame(xml: string): Uint8Array {
  const body = new TextEncoder().encode(xml);
  const unit = new Uint8Array(headerLength + body.length);
  new DataView(unit.buffer).setUint32(0, unit.length);
  unit.set(body, headerLength);
  return unit;
}

/** Puts data units together again from the pieces in which TCP delivers them. */
export class FrameReader {
  private held = new Uint8Array(0);

  /**
   * The documents completed by this piece, in order.
   *
   * @throws FrameError where a header gives an impossible length, or a document is not UTF-8
   */
  push(piece: Uint8Array): string[] {
    const bytes = new Uint8Array(this.held.length + piece.length);
    bytes.set(this.held);
    bytes.set(piece, this.held.length);
    const documents: string[] = [];
    let start = 0;
    while (bytes.length - start >= headerLength) {
      const length = new DataView(bytes.buffer, start).getUint32(0);
      if (length <= headerLength || length > longestFrame) throw new FrameError(`A frame cannot have ${length} octets`);
      if (bytes.length - start < length) break;
      documents.push(textOf(bytes.subarray(start + headerLength, start + length)));
      start += length;
    }
    this.held = bytes.slice(start);
    return documents;
  }
}

function textOf(bytes: Uint8Array): string {
  try {
    return utf8.decode(bytes);
  } catch {
    throw new FrameError('A document that is not UTF-8');
  }
}
