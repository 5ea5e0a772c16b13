/** What the OpenAPI page says, as far as the tests read it. */
import { z } from 'zod';

const operation = z.looseObject({
  parameters: z.array(z.looseObject({ name: z.string() })).optional(),
  requestBody: z
    .looseObject({
      content: z.record(
        z.string(),
        z.looseObject({ schema: z.looseObject({ required: z.array(z.string()).optional() }) }),
      ),
    })
    .optional(),
  responses: z.record(
    z.string(),
    z.looseObject({ content: z.record(z.string(), z.unknown()).optional() }),
  ),
});

export const openApi = z.looseObject({
  openapi: z.string(),
  paths: z.record(z.string(), z.record(z.string(), operation)),
});
