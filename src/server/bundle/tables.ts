/**
 * Tables of a shop as a bundle holds them, each after those that it refers to. Photos stand last: their bytes go as
 * files of their own. `user` is the people of the shop, without their passwords.
 */
export const BUNDLE_TABLES = [
  'shop',
  'user',
  'member',
  'bay',
  'catalogue',
  'catalogue_row',
  'catalogue_head',
  'vehicle',
  'job',
  'job_event',
  'held_entry',
  'once_request',
  'release_document',
  'booking',
  'part_stock',
  'past_fitting',
  'audit_line',
  'learnt_step',
  'photo',
] as const;
export type BundleTable = (typeof BUNDLE_TABLES)[number];

/** Tables of a shop that a bundle leaves out: keys of other programs, chosen sessions and devices are of the installation. */
export const NOT_IN_BUNDLE: readonly string[] = [
  'shop_key',
  'session_shop',
  'device',
  'device_grant',
  'photo_piece',
];

/** What the first file of a bundle says of it. */
export interface BundleHead {
  readonly form: 'yonder-bolt/bundle';
  readonly version: 1;
  /** The latest step of the database's form: a bundle goes into an installation of the same one. */
  readonly schema: string;
  readonly madeAt: string;
  readonly shop: { readonly id: string; readonly name: string };
  /** Rows of each table. */
  readonly rows: Readonly<Record<BundleTable, number>>;
}

/** Condition by which a row of a table belongs to a shop; `$1` is its id. */
export const belongs = (table: BundleTable): string =>
  table === 'shop'
    ? 't.id = $1'
    : table === 'user'
      ? 'exists (select 1 from member m where m.shop_id = $1 and m.user_id = t.id)'
      : 't.shop_id = $1';
