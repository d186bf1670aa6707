import { shelfSchema } from '@/formats/shelf';

/** The published JSON Schema of the shelf file. */
export const GET = () =>
  Response.json(shelfSchema, { headers: { 'content-type': 'application/schema+json' } });
