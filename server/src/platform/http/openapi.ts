import { getMetadataStorage } from 'class-validator';
import { targetConstructorToSchema, validationMetadatasToSchemas } from 'class-validator-jsonschema';
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';
import type { AnswerSchemas, Schema } from './answerSchemas';
import { csrfHeader, keyHeader, pathParameters, type Parameter, type Parameters } from './parameters';
import type { Route } from './route';

const schemaOptions = {
  classValidatorMetadataStorage: getMetadataStorage(),
  classTransformerMetadataStorage: defaultMetadataStorage,
  refPointerPrefix: '#/components/schemas/',
};

/** The OpenAPI 3.1 document of the routes: bodies from their class-validator models, answers from their types. */
export function openApi(
  routes: readonly Route[],
  version: string,
  answers: Pick<AnswerSchemas, 'of' | 'definitions'>,
): object {
  const bodies: Record<string, Schema> = { ...validationMetadatasToSchemas(schemaOptions) };
  const paths: Record<string, Record<string, object>> = {};
  const models = new Map<string, Route['model']>();
  for (const route of routes) {
    if (route.model) {
      const { name } = route.model;
      if ((models.get(name) ?? route.model) !== route.model) throw new Error(`Two models are called ${name}`);
      models.set(name, route.model);
      bodies[name] = targetConstructorToSchema(route.model, schemaOptions);
    }
    const path = route.path.replace(/:(\w+)/g, '{$1}');
    paths[path] = { ...paths[path], [route.method]: operation(route, path, answers) };
  }
  for (const name of Object.keys(bodies)) bodies[name] = { ...bodies[name], additionalProperties: false };
  return {
    openapi: '3.1.0',
    info: { title: 'Tienda', version },
    paths,
    components: {
      schemas: { ...answers.definitions, ...bodies, Problem: problemSchema },
      securitySchemes: { session: cookie, signature },
    },
  };
}

const cookie = {
  type: 'apiKey',
  in: 'cookie',
  name: 'tienda_session',
  description: '`__Host-tienda_session` over HTTPS',
};
const signature = {
  type: 'apiKey',
  in: 'header',
  name: 'Payments-Signature',
  description: '`t=<seconds>,v1=<HMAC-SHA256>`',
};
const security = {
  account: [{ session: [] }],
  visitor: [{}, { session: [] }],
  provider: [{ signature: [] }],
};

function operation(route: Route, path: string, answers: Pick<AnswerSchemas, 'of' | 'definitions'>): object {
  const { method, summary, model, opensTo, takesKey, needs } = route;
  const inPath = Object.fromEntries(
    [...path.matchAll(/\{(\w+)\}/g)].map(([, name = '']): [string, Parameter] => [
      name,
      { ...(route.params?.[name] ?? pathParameters[name] ?? { description: name }), required: true },
    ]),
  );
  const changes = method !== 'get' && opensTo !== 'provider';
  const headers: Parameters = {
    ...(changes ? { 'X-Tienda-CSRF': csrfHeader } : {}),
    ...(takesKey ? { 'Idempotency-Key': keyHeader } : {}),
  };
  return {
    summary,
    // What who acts for an account has to have leave for.
    ...(needs ? { 'x-needs': needs } : {}),
    operationId: `${method}${path.replace(/[^a-zA-Z]+(\w)?/g, (_, next: string | undefined) => next?.toUpperCase() ?? '')}`,
    parameters: [
      ...parameters('path', inPath),
      ...parameters('query', route.query ?? {}),
      ...parameters('header', headers),
    ],
    security: security[opensTo],
    ...(model ? { requestBody: { required: true, content: { 'application/json': { schema: ref(model.name) } } } } : {}),
    responses: { ...successes(route, answers), ...refusals(route, Object.keys(inPath).length > 0) },
  };
}

function parameters(place: 'path' | 'query' | 'header', known: Parameters): object[] {
  return Object.entries(known).map(([name, { schema = { type: 'string' }, ...parameter }]) => ({
    name,
    in: place,
    ...parameter,
    schema,
  }));
}

function successes(
  { method, path, summary, produces }: Route,
  answers: Pick<AnswerSchemas, 'of' | 'definitions'>,
): Record<string, object> {
  const known = answers.of(method, path);
  if (known.length === 0) throw new Error(`Nobody says what ${method} ${path} answers`);
  return Object.fromEntries(
    known.map(({ status, schema }) => [
      status,
      { description: summary, ...(status === '204' ? {} : { content: { [produces]: { schema } } }) },
    ]),
  );
}

/** Every way in which a route may say no. */
function refusals({ opensTo, model, query, method }: Route, hasParams: boolean): Record<string, object> {
  return {
    '400': problem('What was sent cannot be read'),
    ...(opensTo === 'visitor' ? {} : { '401': problem('Nobody is signed in, or the signature is wrong') }),
    ...(method === 'get' ? {} : { '403': problem('The token of the session is missing or wrong') }),
    ...(hasParams ? { '404': problem('It is not there, or not yours') } : {}),
    ...(model || query || hasParams ? { '422': problem('Fields that are wrong, each by its pointer') } : {}),
    '429': {
      ...problem('Asked too often'),
      headers: {
        'Retry-After': { description: 'Seconds to wait', schema: { type: 'integer', minimum: 1 } },
      },
    },
    '4XX': problem('No, and why'),
    '5XX': problem('It could not be done just now: whether it was done is unknown'),
  };
}

function problem(description: string) {
  return { description, content: { 'application/problem+json': { schema: ref('Problem') } } };
}

function ref(name: string): Schema {
  return { $ref: `#/components/schemas/${name}` };
}

const factsSchema = {
  type: 'object',
  description: 'What it is about, for those who say it in another language',
  additionalProperties: { type: ['string', 'number'] },
};

const problemSchema = {
  type: 'object',
  description: 'RFC 9457 problem details; some types have further members',
  required: ['type', 'title', 'status', 'detail'],
  properties: {
    type: { type: 'string', pattern: '^/problems/[a-z-]+$' },
    title: { type: 'string' },
    status: { type: 'integer', minimum: 400, maximum: 599 },
    detail: { type: 'string' },
    because: { type: 'string', description: 'Which of the reasons that a type has' },
    facts: factsSchema,
    errors: {
      type: 'array',
      items: {
        type: 'object',
        required: ['pointer', 'code', 'detail'],
        properties: {
          pointer: { type: 'string' },
          code: { type: 'string' },
          detail: { type: 'string' },
          facts: factsSchema,
        },
        additionalProperties: false,
      },
    },
  },
};
