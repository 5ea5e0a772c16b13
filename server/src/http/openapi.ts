import { api, type Endpoint } from '@oaken/contract';
import { z } from 'zod';

const schema = (type: z.ZodType, io: 'input' | 'output') =>
  z.toJSONSchema(type, { io, unrepresentable: 'any' });

/** The OpenAPI 3.1 description, made from the contract. */
export function openApi() {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [name, own] of Object.entries(api) as [string, Endpoint][]) {
    const path = own.path.replace(/:(\w+)/g, '{$1}');
    const named = [...own.path.matchAll(/:(\w+)/g)].map(([, parameter]) => ({
      name: parameter,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    }));
    const query = Object.entries(schema(own.query, 'input').properties ?? {}).map(
      ([parameter, type]) => ({
        name: parameter,
        in: 'query',
        schema: type,
      }),
    );
    const body =
      own.method !== 'GET' && own.body instanceof z.ZodObject ? schema(own.body, 'input') : null;
    (paths[path] ??= {})[own.method.toLowerCase()] = {
      operationId: name,
      summary: own.does,
      description: `For ${own.who}.`,
      parameters: [...named, ...query],
      ...(body && {
        requestBody: { required: true, content: { 'application/json': { schema: body } } },
      }),
      responses: {
        200: {
          description: 'Done.',
          content: { 'application/json': { schema: schema(own.answer, 'output') } },
        },
        default: {
          description: 'A problem (RFC 9457).',
          content: { 'application/problem+json': {} },
        },
      },
    };
  }
  return { openapi: '3.1.0', info: { title: 'Oaken Ledger', version: '0.1.0' }, paths };
}
