import { api, type Endpoint } from '@oaken/contract';
import { z } from 'zod';

const schema = (type: z.ZodType, io: 'input' | 'output') =>
  z.toJSONSchema(type, { io, unrepresentable: 'any' });

/** What a good answer is: JSON, or a file of one of the media types. */
const contentOf = ({ media, answer }: Endpoint) =>
  media.length > 0
    ? Object.fromEntries(media.map((type) => [type, { schema: { type: 'string' } }]))
    : { 'application/json': { schema: schema(answer, 'output') } };

/** The OpenAPI 3.1 description, made from the contract. */
export function openApi() {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [name, endpoint] of Object.entries(api) as [string, Endpoint][]) {
    const path = endpoint.path.replace(/:(\w+)/g, '{$1}');
    const named = [...endpoint.path.matchAll(/:(\w+)/g)].map(([, parameter]) => ({
      name: parameter,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    }));
    const query = Object.entries(schema(endpoint.query, 'input').properties ?? {}).map(
      ([parameter, type]) => ({
        name: parameter,
        in: 'query',
        schema: type,
      }),
    );
    const body =
      endpoint.method !== 'GET' && endpoint.body instanceof z.ZodObject
        ? schema(endpoint.body, 'input')
        : null;
    (paths[path] ??= {})[endpoint.method.toLowerCase()] = {
      operationId: name,
      summary: endpoint.does,
      description: `For ${endpoint.who}.`,
      parameters: [...named, ...query],
      ...(body && {
        requestBody: { required: true, content: { 'application/json': { schema: body } } },
      }),
      responses: {
        200: {
          description: 'Done.',
          content: contentOf(endpoint),
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
