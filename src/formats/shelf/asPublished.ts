import type { Shelf } from '@/core/catalogue';
import type * as published from './published';

/** Read only, with every field there: so a field that only one of two types has is seen. */
type Fixed<T> = T extends readonly (infer U)[]
  ? readonly Fixed<U>[]
  : T extends object
    ? { readonly [K in keyof T]-?: Fixed<Exclude<T[K], undefined>> }
    : T;
/** Whether one type holds the same values as another. */
type Same<A, B> = [A] extends [B]
  ? [B] extends [A]
    ? true
    : 'narrower'
  : [B] extends [A]
    ? 'wider'
    : 'other';
type Alike<A, B, But extends string = never> = Same<Omit<Fixed<A>, But>, Omit<Fixed<B>, But>>;

type File = Required<published.ShelfFile>;
type Core<K extends keyof Shelf> = Shelf[K][number];
type Written<K extends keyof Shelf> = File[K][number];
type Step = Core<'stepSheets'>['steps'][number];
type WrittenStep = Written<'stepSheets'>['steps'][number];

/**
 * The rows of the core are those of the published schema: the compiler says which kind is not, and how. What is left
 * out is wider in a file and narrowed by the importer, which says more than a schema can: what settles a dispute is
 * one test, a state of the vehicle has one of its values; built-in fact keys alone name rows of the shelf.
 */
export interface AsPublished {
  readonly factKeys: Alike<Core<'factKeys'>, Written<'factKeys'>, 'type'>;
  readonly profiles: Alike<Core<'profiles'>, Written<'profiles'>>;
  readonly parts: Alike<Core<'parts'>, Written<'parts'>>;
  readonly connectors: Alike<Core<'connectors'>, Written<'connectors'>>;
  readonly lamps: Alike<Core<'lamps'>, Written<'lamps'>>;
  readonly families: Alike<Core<'families'>, Written<'families'>>;
  readonly applications: Alike<Core<'applications'>, Written<'applications'>, 'disputes'>;
  readonly stepSheets: Alike<Core<'stepSheets'>, Written<'stepSheets'>, 'steps'>;
  readonly steps: Alike<Step, WrittenStep, 'needs' | 'sets'>;
}
