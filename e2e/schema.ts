import 'reflect-metadata';
import { readFileSync, writeFileSync } from 'node:fs';
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

const ID = '^[a-z0-9][a-z0-9-]{0,63}$';

/** The rules that are our own, as a schema says them. What a schema cannot say is said in words. */
const OWN_RULES: ISchemaConverters = {
  isId: { type: 'string', pattern: ID },
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

/** The files that it is written to, the second between two marks. */
export const SCHEMA_FILE = 'docs/site-file.schema.json';
export const FORMAT_FILE = 'docs/format.md';

interface Value extends Schema {
  type?: string;
  $ref?: string;
  items?: Value;
  anyOf?: { allOf: Value[] }[];
  enum?: unknown[];
}

/** What a value may be, in a few words. */
function said(value: Value): string {
  const { type, $ref, items, anyOf, enum: choices, minimum, maximum, maxLength, maxItems } = value;
  if (anyOf) return anyOf.map(({ allOf }) => said(allOf[0]!)).join(' or ');
  if ($ref) return `[${$ref.split('/').at(-1)}](#${$ref.split('/').at(-1)!.toLowerCase()})`;
  if (choices) return choices.map((choice) => `\`${String(choice)}\``).join(', ');
  if (type === 'array')
    return `list of ${items ? said(items) : 'values'}${maxItems === undefined ? '' : `, ${Number(maxItems)} at most`}`;
  if (minimum !== undefined || maximum !== undefined)
    return `${type === 'integer' ? 'whole, ' : ''}${Number(minimum)} to ${Number(maximum)}`;
  if (maxLength !== undefined) return `text, ${Number(maxLength)} characters`;
  if (value.description) return String(value.description);
  if (value.pattern === ID) return 'an id';
  if (value.pattern) return `text like \`${String(value.pattern).replaceAll('|', '\\|')}\``;
  return type === 'boolean' ? '`true` or `false`' : (type ?? 'its kind');
}

/** Every part of a site file and its values, as tables; the same rules as the schema's. */
export function formatTables(): string {
  const { definitions, ...site } = siteFileSchema();
  const parts = { Site: site, ...(definitions as Record<string, Schema>) } as Record<string, Schema>;
  return Object.entries(parts)
    .map(([name, { properties, required }]) => {
      const rows = Object.entries(properties as Record<string, Value>).map(
        ([key, value]) =>
          `| \`${key}\`${(required as string[] | undefined)?.includes(key) ? '' : '?'} | ${said(value)} |`,
      );
      return [`### ${name}`, '', '| value | what it may be |', '| --- | --- |', ...rows].join('\n');
    })
    .join('\n\n');
}

const MARKS = ['<!-- made by npm run schema -->', '<!-- end -->'] as const;

/** A text with its tables made anew. */
export function withTables(text: string): string {
  const [head, rest = ''] = text.split(MARKS[0]);
  return [head, MARKS[0], '\n\n', formatTables(), '\n\n', MARKS[1], rest.split(MARKS[1])[1]].join('');
}

if (process.argv[1]?.endsWith('schema.ts')) {
  writeFileSync(SCHEMA_FILE, JSON.stringify(siteFileSchema(), null, 2) + '\n');
  writeFileSync(FORMAT_FILE, withTables(readFileSync(FORMAT_FILE, 'utf8')));
}
