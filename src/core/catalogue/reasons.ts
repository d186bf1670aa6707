import type { NoFacts } from '../kernel/reason';

interface Row {
  readonly kind: string;
  readonly id: string;
}

declare module '../kernel/reason' {
  interface ReasonFacts {
    'id-twice': { readonly id: string };
    'no-such-row': Row;
    'no-such-row-near': Row & { readonly near: string };
    'no-such-fact': { readonly fact: string };
    'no-such-fact-near': { readonly fact: string; readonly near: string };
    'value-unsuited': { readonly fact: string; readonly value: string };
    'unit-unsuited': { readonly fact: string; readonly unit: string; readonly wanted: string };
    'range-on-no-number': { readonly fact: string };
    'range-backwards': { readonly from: number; readonly to: number };
    'vehicle-facts-only': { readonly fact: string };
    'not-over-mend': { readonly predicate: string };
    'predicate-twice': { readonly predicate: string };
    'mend-of-nothing': { readonly predicate: string };
    'derived-needs-tests': { readonly fact: string };
    'derived-from-derived': { readonly fact: string; readonly from: string };
    'settle-one-fact': { readonly dispute: string };
    'position-twice': { readonly position: string };
    'lamp-of-other-side': { readonly lamp: string; readonly side: string };
    'other-half': { readonly connector: string; readonly wanted: 'vehicle' | 'lamp' };
    'faces-do-not-meet': { readonly connector: string; readonly other: string };
    'cavity-place-twice': { readonly cavity: string };
    'circuit-reserved': { readonly circuit: string };
    'lamp-without-ground': { readonly lamp: string };
    'trigger-without-supply': { readonly lamp: string };
    'back-nowhere': { readonly cavity: string };
    'no-such-position': { readonly position: string };
    'no-such-circuit': { readonly circuit: string };
    'plug-without-ground': { readonly plug: string };
    'no-such-cavity': { readonly cavity: string; readonly connector: string };
    'cavity-twice': { readonly cavity: string };
    'cavity-outside': { readonly cavity: string };
    'end-twice': { readonly end: string };
    'no-such-connector-family': { readonly family: string };
    'adapter-one-way': { readonly way: 'in' | 'out' };
    'no-such-end': { readonly end: string };
    'adapter-leads-back': { readonly end: string };
    'adapter-beside-what': { readonly end: string };
    'wire-code-unread': { readonly printed: string };
    'wire-code-differs': { readonly printed: string; readonly means: string; readonly wire: string };
    'adapter-two-modules': { readonly end: string };
    'fuse-size': { readonly ratingA: number };
    'slot-outside': { readonly slot: string };
    'slot-twice': { readonly slot: string };
    'slot-place-twice': { readonly slot: string };
    'waypoint-twice': { readonly point: string };
    'no-such-waypoint': { readonly point: string };
    'run-to-itself': { readonly point: string };
    'waypoint-serves-nothing': { readonly point: string; readonly what: string };
    'item-unreadable': NoFacts;
  }
}
