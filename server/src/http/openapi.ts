import { getMetadataStorage } from 'class-validator';
import { targetConstructorToSchema, validationMetadatasToSchemas } from 'class-validator-jsonschema';
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';
import type { Route } from './route';

const problem = { description: 'No, and why', content: { 'application/problem+json': { schema: ref('Problem') } } };

function ref(name: string) {
  return { $ref: `#/components/schemas/${name}` };
}

/** The OpenAPI 3.1 document of the routes, bodies from their class-validator models. */
export function openApi(routes: readonly Route[], version: string): object {
  const schemas: Record<string, unknown> = validationMetadatasToSchemas({
    classValidatorMetadataStorage: getMetadataStorage(),
    classTransformerMetadataStorage: defaultMetadataStorage,
    refPointerPrefix: '#/components/schemas/',
  });
  const paths: Record<string, Record<string, object>> = {};
  for (const route of routes) {
    if (route.model) {
      schemas[route.model.name] = targetConstructorToSchema(route.model, {
        classTransformerMetadataStorage: defaultMetadataStorage,
        refPointerPrefix: '#/components/schemas/',
      });
    }
    const path = route.path.replace(/:(\w+)/g, '{$1}');
    paths[path] = { ...paths[path], [route.method]: operation(route, path) };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Tienda', version },
    paths,
    components: { schemas: { ...schemas, Problem: problemSchema }, securitySchemes: { session: cookie } },
  };
}

const cookie = { type: 'apiKey', in: 'cookie', name: 'tienda_session' };

function operation({ method, summary, needsAccount, model, query, produces }: Route, path: string): object {
  const inPath = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const inQuery = Object.entries(query ?? {}).map(([name, description]) => ({
    name,
    in: 'query',
    description,
    schema: { type: 'string' },
  }));
  return {
    summary,
    operationId: `${method}${path.replace(/[^a-zA-Z]+(\w)?/g, (_, next: string | undefined) => next?.toUpperCase() ?? '')}`,
    parameters: [...inPath, ...inQuery],
    ...(needsAccount ? { security: [{ session: [] }] } : {}),
    ...(model ? { requestBody: { required: true, content: { 'application/json': { schema: ref(model.name) } } } } : {}),
    responses: { '2XX': { description: summary, content: { [produces]: {} } }, '4XX': problem },
  };
}

const problemSchema = {
  type: 'object',
  description: 'RFC 9457 problem details',
  required: ['type', 'title', 'status', 'detail'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string' },
    errors: {
      type: 'array',
      items: {
        type: 'object',
        required: ['pointer', 'code', 'detail'],
        properties: { pointer: { type: 'string' }, code: { type: 'string' }, detail: { type: 'string' } },
      },
    },
  },
};
