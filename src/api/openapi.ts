import { OPERATIONS } from './operations';
import { Problem } from './schemas';

/** The OpenAPI 3.1 document, made from the same schemas that check requests and answers. */
export function openApiDocument(version: string): object {
  const paths: Record<string, Record<string, object>> = {};
  const problem = {
    description: 'A problem (RFC 9457)',
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
  };
  for (const operation of OPERATIONS.values()) {
    const parameters = [
      ...[...operation.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
        name,
        in: 'path',
        required: true,
        schema: { type: 'string' },
      })),
      ...Object.entries(operation.query ?? {}).map(([name, schema]) => ({
        name,
        in: 'query',
        required: false,
        schema,
      })),
    ];
    (paths[operation.path] ??= {})[operation.method.toLowerCase()] = {
      operationId: operation.id,
      summary: operation.summary,
      ...(parameters.length > 0 && { parameters }),
      ...(operation.body && {
        requestBody: { required: true, content: { 'application/json': { schema: operation.body } } },
      }),
      ...((operation.bytes === 'in' || operation.bytes === 'file') && {
        requestBody: { required: true, content: { 'application/octet-stream': {} } },
      }),
      responses: {
        '200': {
          description: 'Done',
          content:
            operation.bytes === 'out'
              ? { 'application/octet-stream': {} }
              : { 'application/json': { schema: operation.answer } },
        },
        default: problem,
      },
    };
  }
  paths['/health'] = {
    get: {
      operationId: 'health',
      summary: 'Whether the program can serve',
      responses: {
        '200': {
          description: 'It can',
          content: { 'application/json': { schema: { type: 'object', required: ['status', 'version'] } } },
        },
      },
    },
  };
  return {
    openapi: '3.1.0',
    info: { title: 'Seedplan', version },
    servers: [{ url: '/api/v1' }],
    security: [{ session: [] }],
    paths,
    components: {
      schemas: { Problem: Problem },
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'seedplan' } },
    },
  };
}
