import { clean } from '../../kernel/clean';
import type { LeadRoute } from './leadRoute';

/** *Setting*: how much longer a wire is than the straight corners of its way: along looms, with slack to tie. */
export const ROUTE_FACTOR = 1.25;
/** *Setting*: up, down and into the housing at either end, mm. */
export const ROUTE_ENDS_MM = 400;

/** A place on the plan of the vehicle, mm. */
export interface Point {
  readonly xMm: number;
  readonly yMm: number;
}

/** A run of wire from one place to another. */
export interface Leg {
  /** Position that it ends at. */
  readonly position: string;
  readonly lengthM: number;
  /** `measured` at the vehicle; `routed` along named points; `estimated` from the plan, which knows no corners. */
  readonly known: 'measured' | 'routed' | 'estimated';
  /** The way it takes, where the line names one. */
  readonly route?: LeadRoute;
}

/**
 * The length of a wire from a source to each position: as measured, else along the points that the line names, else
 * estimated from the body plan (along the two axes, with a factor for the loom). Legs of the two sides differ, since a
 * source lies on one side.
 */
export function legsFrom(
  source: Point,
  targets: readonly (Point & { readonly position: string })[],
  measuredMm: Readonly<Record<string, number>> = {},
  routeTo: (position: string) => LeadRoute | null = () => null,
): readonly Leg[] {
  return targets.map((t) => {
    const measured = measuredMm[t.position];
    const route = routeTo(t.position);
    const way = route ? { route } : {};
    if (measured !== undefined)
      return { position: t.position, lengthM: measured / 1000, known: 'measured' as const, ...way };
    if (route)
      return {
        position: t.position,
        lengthM: clean(route.lengthMm / 1000),
        known: 'routed' as const,
        ...way,
      };
    const mm = (Math.abs(source.xMm - t.xMm) + Math.abs(source.yMm - t.yMm)) * ROUTE_FACTOR + ROUTE_ENDS_MM;
    return { position: t.position, lengthM: Math.round(mm / 50) / 20, known: 'estimated' as const };
  });
}
