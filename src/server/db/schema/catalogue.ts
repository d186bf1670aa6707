import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
} from 'drizzle-orm/pg-core';
import type { ShelfKind, ShelfKinds } from '@/core/catalogue';
import { shop } from './shop';

/** A shelf: one per shop now, a shared base with overlays later. */
export const catalogue = pgTable(
  'catalogue',
  {
    shopId: text('shop_id')
      .notNull()
      .references(() => shop.id),
    id: text('id').notNull(),
    /** Counts its changes: what was read from it under the same number still holds. */
    version: integer('version').notNull().default(0),
  },
  (t) => [primaryKey({ columns: [t.shopId, t.id] })],
);

/** Every revision of every catalogue row, never changed and never deleted (a trigger refuses both). */
export const catalogueRow = pgTable(
  'catalogue_row',
  {
    shopId: text('shop_id').notNull(),
    catalogueId: text('catalogue_id').notNull(),
    kind: text('kind').$type<ShelfKind>().notNull(),
    id: text('id').notNull(),
    rev: integer('rev').notNull(),
    body: jsonb('body').$type<ShelfKinds[ShelfKind]>().notNull(),
    madeAt: timestamp('made_at', { withTimezone: true }).notNull().defaultNow(),
    madeBy: text('made_by').notNull(),
    /** Standard terms by which it is found. */
    words: text('words').notNull().default(''),
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.catalogueId, t.kind, t.id, t.rev] }),
    foreignKey({ columns: [t.shopId, t.catalogueId], foreignColumns: [catalogue.shopId, catalogue.id] }),
    check('catalogue_row_rev', sql`${t.rev} >= 1`),
    check(
      'catalogue_row_kind',
      sql`${t.kind} in ('fact-key', 'profile', 'part', 'connector', 'lamp', 'family', 'application', 'step-sheet')`,
    ),
    check('catalogue_row_body_id', sql`${t.body} ->> 'id' = ${t.id}`),
  ],
);

/** Which revision of a row is on the shelf now. `off` rows stay readable for jobs that pinned them. */
export const catalogueHead = pgTable(
  'catalogue_head',
  {
    shopId: text('shop_id').notNull(),
    catalogueId: text('catalogue_id').notNull(),
    kind: text('kind').$type<ShelfKind>().notNull(),
    id: text('id').notNull(),
    rev: integer('rev').notNull(),
    off: boolean('off').notNull().default(false),
    /** Vehicle lines that the row is for, where it is for any. */
    families: text('families').array().notNull().default([]),
    /** The terms of the revision that is on the shelf: only these are searched, and no table has to be joined for it. */
    words: text('words').notNull().default(''),
  },
  (t) => [
    primaryKey({ columns: [t.shopId, t.catalogueId, t.kind, t.id] }),
    index('catalogue_head_words').using('gin', sql`to_tsvector('simple', ${t.words})`),
    index('catalogue_head_families').using('gin', t.families).with({ fastupdate: false }),
    foreignKey({
      columns: [t.shopId, t.catalogueId, t.kind, t.id, t.rev],
      foreignColumns: [
        catalogueRow.shopId,
        catalogueRow.catalogueId,
        catalogueRow.kind,
        catalogueRow.id,
        catalogueRow.rev,
      ],
    }),
  ],
);
