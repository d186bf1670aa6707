import type { LampFunction } from '../../vehicle';
import type { LampProgram } from './types';

/**
 * In which hole each output of a sequencing harness sits: `order[i]` is the number of the hole, from 1 at the inner end,
 * that output i + 1 is in. Seen from outside: the order in which the holes come on.
 */
export type SocketOrder = readonly number[];

/** Whether an order names each of n holes once. */
export const isSocketOrder = (order: SocketOrder, n: number): boolean =>
  order.length === n &&
  new Set(order).size === n &&
  order.every((x) => Number.isInteger(x) && x >= 1 && x <= n);

/**
 * A program as it is with the harness's outputs in other holes: output i lights the segment of the hole that it sits in.
 * A program without sockets for the function, or an order that is none, stays as it is.
 */
export function withSockets(program: LampProgram, does: LampFunction, order: SocketOrder): LampProgram {
  return {
    ...program,
    functions: program.functions.map((f) =>
      f.does === does && f.sockets && isSocketOrder(order, f.segments.length)
        ? { ...f, segments: order.map((hole) => f.segments[hole - 1] ?? '') }
        : f,
    ),
  };
}

/** Exchange what sits in two holes. */
export interface SocketExchange {
  readonly a: number;
  readonly b: number;
}

/**
 * The fewest exchanges of two sockets that put every output into its own hole: one less than the length of each cycle of
 * the order. Each exchange puts at least one output right for good.
 */
export function exchangesFor(order: SocketOrder): readonly SocketExchange[] {
  const now = [...order];
  const list: SocketExchange[] = [];
  for (let hole = 1; hole <= now.length; hole += 1) {
    // Which output sits in this hole; its own is the one with the hole's number.
    const here = now.indexOf(hole);
    const own = now[hole - 1];
    if (here < 0 || own === undefined || own === hole) continue;
    list.push({ a: hole, b: own });
    now[here] = own;
    now[hole - 1] = hole;
  }
  return list;
}
