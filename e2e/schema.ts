import 'reflect-metadata';
import { writeFileSync } from 'node:fs';
// @ts-expect-error it ships without types
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';
import type { ISchemaConverters } from 'class-validator-jsonschema/build/defaultConverters.js';
import { SITE_SCHEMA } from '@hatrail/core/model/check';
import { FORMAT, Site } from '@hatrail/core/model/site';

/** The JSON Schema of a site file, made from the rules of the model: for editors and other programs; `npm run schema` writes it. */

type Schema = Record<string, unknown>;

const DRAFT = 'http://json-schema.org/draft-07/schema#';
const reference = (type: unknown): Schema => ({ $ref: `#/definitions/${(type as { name: string }).name}` });

/** The rules that are our own, as a schema says them. What a schema cannot say is said in words. */
const OWN_RULES: ISchemaConverters = {
  isId: { type: 'string', pattern: '^[a-z0-9][a-z0-9-]{0,63}$' },
  isOpaqueColour: { type: 'string', description: 'Any CSS colour that is opaque.' },
  isPlainText: ({ constraints: [max, isEmptyToo] = [] }) => ({
    type: 'string',
    maxLength: Number(max),
    ...(!isEmptyToo && { minLength: 1 }),
  }),
  isOneObject: { type: 'object' },
  isListOfObjects: ({ constraints: [max] = [] }) => ({
    type: 'array',
    ...(Number.isFinite(max) && { maxItems: Number(max) }),
  }),
  isKnownKind: ({ constraints: [kinds] = [] }) => ({
    items: {
      anyOf: Object.entries(kinds as Record<string, unknown>).map(([kind, type]) => ({
        allOf: [reference(type), { properties: { kind: { const: kind } }, required: ['kind'] }],
      })),
    },
  }),
};

/** A list of several kinds refers to those, and not to what stands in for them where their kind is looked at. */
function withoutStandIn(schema: Schema): Schema {
  const { anyOf } = (schema.items ?? {}) as Schema;
  return anyOf ? { ...schema, items: { anyOf } } : schema;
}

/** The JSON Schema (draft 7) of a site file of this version. */
export function siteFileSchema(): Schema {
  const all = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage,
    additionalConverters: OWN_RULES,
    refPointerPrefix: '#/definitions/',
  }) as Record<string, Schema>;
  const used = new Map<string, Schema>();
  const take = (name: string) => {
    if (used.has(name) || !all[name]) return;
    const { properties, required, ...rest } = all[name];
    const known = Object.fromEntries(
      Object.entries(properties as Record<string, Schema>).map(([key, value]) => [
        key,
        withoutStandIn(value),
      ]),
    );
    const own = { ...rest, properties: known, ...(required ? { required } : {}) };
    used.set(name, { ...own, additionalProperties: false });
    for (const [, other] of JSON.stringify(own).matchAll(/#\/definitions\/(\w+)/g)) take(other!);
  };
  take(Site.name);
  const { properties, ...site } = used.get(Site.name)!;
  used.delete(Site.name);
  return {
    $schema: DRAFT,
    $id: SITE_SCHEMA,
    title: `Hat Rail site file, version ${FORMAT}`,
    ...site,
    properties: { $schema: { type: 'string' }, ...(properties as Schema) },
    definitions: Object.fromEntries([...used].sort(([a], [b]) => (a < b ? -1 : 1))),
  };
}

/** The file that it is written to. */
export const SCHEMA_FILE = 'docs/site-file.schema.json';

if (process.argv[1]?.endsWith('schema.ts'))
  writeFileSync(SCHEMA_FILE, JSON.stringify(siteFileSchema(), null, 2) + '\n');
