import { z } from 'zod';
import * as shapes from './shapes';

const json = (schema: z.ZodType, io: 'input' | 'output') => ({
  'application/json': { schema: z.toJSONSchema(schema, { io, target: 'draft-2020-12' }) },
});

const refused = (description: string) => ({
  description,
  content: json(shapes.errorShape, 'output'),
});

const refusals = {
  '400': refused('The request cannot be read. Nothing was taken.'),
  '401': refused('No token, or one that is not known.'),
  '403': refused('The token was revoked, its machine is retired, or it may not do this.'),
  '404': refused('There is no such machine, or nothing at this address.'),
  '429': refused('Too many requests: wait as long as Retry-After says.'),
};

const post = (summary: string, body: z.ZodType) => ({
  post: {
    summary,
    requestBody: { required: true, content: json(body, 'input') },
    responses: {
      '200': {
        description: 'What became of each item. A bad item spoils only itself.',
        content: json(shapes.takenShape, 'output'),
      },
      ...refusals,
      '413': refused('The batch is larger than 2 MB. Nothing was taken.'),
    },
  },
});

const get = (summary: string, item: z.ZodType, parameters: unknown[] = []) => ({
  get: {
    summary,
    parameters,
    responses: {
      '200': { description: 'A list.', content: json(z.array(item), 'output') },
      ...refusals,
    },
  },
});

/** The device door as an OpenAPI 3.1 document, made from the schemas that check it. */
export function openApi() {
  const { shape } = shapes.sessionsQuery;
  const parameters = Object.entries(shape).map(([name, schema]) => ({
    name,
    in: 'query',
    required: !schema.safeParse(undefined).success,
    schema: z.toJSONSchema(schema, { io: 'input', target: 'draft-2020-12' }),
  }));
  return {
    openapi: '3.1.0',
    info: {
      title: 'Bitacora device door',
      version: '1',
      description:
        'Devices bound to a machine send its use; screens read. Each has a token of its own, made in Set-up.',
    },
    components: { securitySchemes: { token: { type: 'http', scheme: 'bearer' } } },
    security: [{ token: [] }],
    paths: {
      '/api/v1/sessions': {
        ...post("Sends stretches of use of the device's machine.", shapes.sessionsBody),
        ...get(
          'Stretches of use of a machine, newest first, 200 at most.',
          shapes.sessionReadShape,
          parameters,
        ),
      },
      '/api/v1/meter-readings': post(
        "Sends readings of the machine's own hour counter.",
        shapes.readingsBody,
      ),
      '/api/v1/machines': get('Machines in use with their state.', shapes.machineShape),
      '/api/v1/due': get('Where every care task stands.', shapes.dueShape),
      '/api/v1/faults': get('Open faults.', shapes.faultShape),
    },
  };
}
