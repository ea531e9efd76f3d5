/**
 * A switch that makes a stand-in misbehave, so that tests can show that nothing gets lost.
 *
 * - `delay`: answers `ms` late
 * - `dropBefore`: hangs up instead of doing what was asked
 * - `dropAfter`: does it, then hangs up without answering
 * - `refuse`: says that it failed; an EPP registry with `code` where one is given
 * - `garble`: does it, then answers nonsense
 * - `duplicate`: tells it twice
 * - `outOfOrder`: tells it after what happened next
 */
export interface Fault {
  /** The command or request it concerns; `*` for all. */
  readonly on: string;
  readonly kind: 'delay' | 'dropBefore' | 'dropAfter' | 'refuse' | 'garble' | 'duplicate' | 'outOfOrder';
  readonly ms?: number;
  /** EPP result code of a refusal; 2400, that it failed for now, when left out. */
  readonly code?: number;
  /** How often it strikes before it wears off; always when left out. */
  readonly times?: number;
}

const kinds: readonly string[] = ['delay', 'dropBefore', 'dropAfter', 'refuse', 'garble', 'duplicate', 'outOfOrder'];

/** The faults switched on in one stand-in. */
export class Faults {
  private switched: { fault: Fault; left: number }[] = [];

  set(faults: readonly Fault[]): void {
    this.switched = faults.map((fault) => ({ fault, left: fault.times ?? Infinity }));
  }

  /** The fault that strikes this request, if any; counts as one of its `times`. */
  strike(request: string): Fault | undefined {
    const struck = this.switched.find(({ fault, left }) => left > 0 && (fault.on === '*' || fault.on === request));
    if (struck) struck.left -= 1;
    return struck?.fault;
  }
}

/** @throws TypeError where it is not a list of faults */
export function readFaults(body: unknown): Fault[] {
  if (!Array.isArray(body)) throw new TypeError('Faults come as a list');
  return body.map((entry: Record<string, unknown>) => {
    const { on, kind, ms, code, times } = entry;
    if (typeof on !== 'string' || !isKind(kind)) throw new TypeError('A fault says on what, and which kind');
    return {
      on,
      kind,
      ...(typeof ms === 'number' ? { ms } : {}),
      ...(typeof code === 'number' ? { code } : {}),
      ...(typeof times === 'number' ? { times } : {}),
    };
  });
}

function isKind(kind: unknown): kind is Fault['kind'] {
  return typeof kind === 'string' && kinds.includes(kind);
}
