import type * as z from 'zod';

/** How a document of one version becomes one of the next. In: a document that passed its version's schema then. */
export type Migration = (document: Record<string, unknown>) => Record<string, unknown>;

export type DocumentDefinition<Schema extends z.ZodType> = {
  schema: Schema;
  /** The present version: one more than there are migrations. */
  version: number;
  migrations: readonly Migration[];
};

/** A kind's stored form. In: the schema of its present version; from version 1 on, how each becomes the next. */
export const defineDocument = <Schema extends z.ZodType>(
  schema: Schema,
  migrations: readonly Migration[] = [],
): DocumentDefinition<Schema> => ({ schema, version: migrations.length + 1, migrations });

/**
 * A document brought to the present version of its kind. What is of no known kind, of no version, or of a later one, comes
 * back as it is: its schema says what is wrong with it. Never throws where the migrations do not.
 */
export function migrated(
  definitions: Readonly<Record<string, Pick<DocumentDefinition<z.ZodType>, 'version' | 'migrations'>>>,
  raw: unknown,
): unknown {
  if (!raw || typeof raw !== 'object' || !('kind' in raw) || !('version' in raw)) return raw;
  const { kind, version } = raw;
  if (typeof kind !== 'string' || !Object.hasOwn(definitions, kind) || !Number.isInteger(version)) return raw;
  const { migrations } = definitions[kind]!;
  if ((version as number) < 1) return raw;
  return migrations
    .slice((version as number) - 1)
    .reduce<Record<string, unknown>>(
      (document, migrate, i) => ({ ...migrate(document), version: (version as number) + i + 1 }),
      raw as Record<string, unknown>,
    );
}
