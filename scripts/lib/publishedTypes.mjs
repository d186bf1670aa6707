import { readFileSync } from 'node:fs';
import { compile } from 'json-schema-to-typescript';
import { format, resolveConfig } from 'prettier';

const SCHEMA = 'src/formats/shelf/shelf.schema.json';
/** Where the types that the published schema says are kept. */
export const PUBLISHED = 'src/formats/shelf/published.ts';

/** The types of rows as the published JSON Schema says them, as the text of a module. */
export async function publishedTypes() {
  const schema = JSON.parse(readFileSync(SCHEMA, 'utf8'), (_key, value) => typeable(value));
  delete schema.title;
  const text = await compile(schema, 'ShelfFile', {
    additionalProperties: false,
    unreachableDefinitions: true,
    bannerComment:
      '/* Made by `npm run types:shelf` from shelf.schema.json. Change the schema, then run it. */',
    ignoreMinAndMaxItems: true,
    format: false,
  });
  // Where a definition is used says nothing that the types do not.
  const plain = text.replace(/\/\*\*[^]*?\*\/\n/g, (comment) => {
    const kept = comment
      .split('\n')
      .filter((l) => !/This interface was referenced by|^ *\* via the|@(min|max)Items/.test(l))
      .filter((l, i, all) => l.trim() !== '*' || !/^ *\*(\/|$)/.test(all[i + 1] ?? ''));
    return kept.some((l) => /\w/.test(l)) ? kept.join('\n') : '';
  });
  return format(plain, { ...(await resolveConfig(PUBLISHED)), parser: 'typescript' });
}

/** A choice of what is required is no type: the schema alone can say "one of the two". */
function typeable(value) {
  if (!Array.isArray(value?.anyOf)) return value;
  const onlyRequired = value.anyOf.every((x) => Object.keys(x).join() === 'required');
  if (!onlyRequired) return value;
  const { anyOf: _, ...rest } = value;
  return rest;
}
