import Ajv2020, { type ValidateFunction } from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import type { Visitor, VisitorAnswer } from '../../scripts/demo.mjs';

interface Described {
  readonly content?: Readonly<Record<string, { readonly schema: { readonly $ref?: string } }>>;
}

interface Operation {
  readonly responses: Readonly<Record<string, Described>>;
}

/** The OpenAPI document as a judge: whatever a server of this build answers has to be what it says. */
export class Contract {
  private readonly ajv = addFormats(new Ajv2020({ strict: false, allErrors: true }));
  private readonly checks = new Map<string, ValidateFunction>();
  private readonly places: readonly (readonly [RegExp, string])[];

  // oxlint-disable-next-line typescript/no-explicit-any -- the document is plain JSON
  constructor(readonly document: any) {
    this.ajv.addSchema({ $id: 'tienda', ...document });
    this.places = Object.keys(document.paths)
      .sort((one, other) => one.split('{').length - other.split('{').length)
      .map((path) => [new RegExp(`^${path.replace(/\{\w+\}/g, '[^/]+')}$`), path] as const);
  }

  static async of(url: string): Promise<Contract> {
    const response = await fetch(`${url}/api/openapi.json`);
    return new Contract(JSON.parse(await response.text()));
  }

  /** What speaks against a value being what a schema of the document says; undefined where nothing does. */
  faultOf(pointer: string, value: unknown): string | undefined {
    const check = this.checks.get(pointer) ?? this.ajv.compile({ $ref: `tienda#${pointer}` });
    this.checks.set(pointer, check);
    return check(value) ? undefined : this.ajv.errorsText(check.errors);
  }

  /** @throws Error where the answer is not one that the document tells of */
  hold(method: string, target: string, { status, body, headers }: VisitorAnswer): void {
    const path = this.places.find(([pattern]) => pattern.test(target.split('?')[0] ?? ''))?.[1];
    const operation: Operation | undefined = path && this.document.paths[path][method.toLowerCase()];
    if (!path || !operation) return;
    const known = [String(status), `${String(status).charAt(0)}XX`].find((key) => operation.responses[key]);
    const [type, described] = Object.entries(operation.responses[known ?? '']?.content ?? {})[0] ?? [];
    const at = `${method} ${target} answered ${status}`;
    if (!known) throw new Error(`${at}, which the document does not know`);
    if (!type || !described) {
      if (body !== '') throw new Error(`${at} with a body that nobody tells of`);
      return;
    }
    const sent = headers.get('Content-Type')?.split(';')[0];
    if (sent !== type) throw new Error(`${at} as ${sent ?? 'nothing'}, not as ${type}`);
    const pointer = ['paths', path, method.toLowerCase(), 'responses', known, 'content', type, 'schema']
      .map((part) => `/${part.replace(/~/g, '~0').replace(/\//g, '~1').replace(/\{/g, '%7B').replace(/\}/g, '%7D')}`)
      .join('');
    for (const value of valuesIn(type, body)) {
      const fault = this.faultOf(pointer, value);
      if (fault) throw new Error(`${at} with what the document does not say: ${fault}\n${JSON.stringify(value)}`);
    }
  }
}

/** One value, or one for each line or event. */
function valuesIn(type: string, body: unknown): unknown[] {
  if (typeof body !== 'string') return [body];
  if (type === 'application/x-ndjson') return linesOf(body).map((line) => JSON.parse(line));
  if (type === 'text/event-stream')
    return linesOf(body).flatMap((line) =>
      line.startsWith('data: ') ? [JSON.parse(line.slice('data: '.length))] : [],
    );
  return [body];
}

const linesOf = (text: string) => text.split('\n').filter(Boolean);

const contracts = new Map<string, Promise<Contract>>();

/** From now on everything that is answered to this visitor is held to the document of the server. */
export function heldToContract(visitor: Visitor): Visitor {
  const send = visitor.send.bind(visitor);
  visitor.send = async (method, path, body, headers) => {
    const answer = await send(method, path, body, headers);
    const contract = contracts.get(visitor.url) ?? Contract.of(visitor.url);
    contracts.set(visitor.url, contract);
    (await contract).hold(method, path, answer);
    return answer;
  };
  return visitor;
}
