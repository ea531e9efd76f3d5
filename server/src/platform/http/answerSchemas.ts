import { readFileSync } from 'node:fs';

export type Schema = object;
type Schemas = Readonly<Record<string, Schema>>;

/** What an operation answers under one status. */
interface AnswerSchema {
  readonly status: string;
  readonly schema: Schema;
}

/** What the build writes: JSON Schema, with the type of all answers among its definitions. */
interface WrittenSchemas {
  readonly definitions: Schemas & { readonly Answers: { readonly properties: Schemas } };
}

/** The JSON schemas of all answers, made of the types in `answers.ts` when the server is built. */
export class AnswerSchemas {
  private readonly byOperation: Schemas;
  readonly definitions: Schemas;

  constructor(file: string) {
    const written: WrittenSchemas = JSON.parse(readFileSync(file, 'utf8'));
    const { definitions }: WrittenSchemas = JSON.parse(forOpenApi(written));
    const { Answers, ...others } = definitions;
    this.byOperation = Answers.properties;
    this.definitions = others;
  }

  /** One for each status that says that it was done, or how things stand. */
  of(method: string, path: string): AnswerSchema[] {
    const operation = `${method.toUpperCase()} ${path}`;
    return Object.entries(this.byOperation).flatMap(([key, schema]): AnswerSchema[] => {
      if (key !== operation && !key.startsWith(`${operation} `)) return [];
      return [{ status: key.slice(operation.length + 1) || '200', schema }];
    });
  }
}

/**
 * As components of an OpenAPI document: names of generic types hold brackets and quotes, which components may not
 * have, and tuples are written as JSON Schema 2020-12 does.
 */
function forOpenApi({ definitions }: WrittenSchemas): string {
  const names = Object.keys(definitions);
  const plain = new Map(names.map((name, index) => [name, /^\w+$/.test(name) ? name : `Type${index}`]));
  const renamed = Object.fromEntries(names.map((name) => [plain.get(name), definitions[name]]));
  return JSON.stringify({ definitions: renamed }, (key, value: unknown) => {
    if (key === '$ref' && typeof value === 'string')
      return `#/components/schemas/${plain.get(value.slice('#/definitions/'.length)) ?? ''}`;
    return isTuple(value) ? { ...value, prefixItems: value.items, items: false } : value;
  });
}

function isTuple(value: unknown): value is { readonly items: readonly unknown[] } {
  return typeof value === 'object' && value !== null && 'items' in value && Array.isArray(value.items);
}
