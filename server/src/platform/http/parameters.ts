import { currencies } from '@tienda/core/money/money';

/** A parameter of a path, a query or a header, as the OpenAPI document describes it. */
export interface Parameter {
  readonly description: string;
  /** JSON Schema; any text where left out. */
  readonly schema?: object;
  readonly required?: boolean;
}

export type Parameters = Readonly<Record<string, Parameter>>;

const uuid = { type: 'string', format: 'uuid' };

/** What the parameters of paths are, wherever they stand. */
export const pathParameters: Parameters = {
  id: { description: 'The id under which it was given out', schema: uuid },
  name: { description: 'A domain name', schema: { type: 'string', minLength: 1, maxLength: 253 } },
  number: { description: 'The number printed on it', schema: { type: 'string', pattern: '^[0-9]{4}-[0-9]{6}$' } },
  code: { description: 'A promo code as typed', schema: { type: 'string', minLength: 1 } },
};

export const currencyParameter: Parameter = {
  description: 'The currency of the amounts; USD when left out',
  schema: { type: 'string', enum: currencies },
};

export const keyHeader: Parameter = {
  description: 'Names this attempt: the same request under the same key is carried out once',
  schema: { type: 'string', minLength: 1, maxLength: 100 },
  required: true,
};

export const csrfHeader: Parameter = {
  description: 'The `csrf` of the session; needed where the request comes with a session’s cookie',
  schema: { type: 'string' },
};
