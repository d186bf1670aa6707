import type { NoFacts } from '@/core/kernel/reason';

declare module '@/core/kernel/reason' {
  interface ReasonFacts {
    'csv-number': { readonly text: string };
    'csv-yes-no': { readonly text: string };
    'csv-json': NoFacts;
    'csv-more-cells': NoFacts;
    'csv-rule-twice': NoFacts;
    'csv-plug-part': NoFacts;
    'json-broken': NoFacts;
    'json-too-deep': { readonly most: number };
    'json-broken-at': { readonly line: number; readonly column: number };
    'schema-required': { readonly field: string };
    'schema-unknown-field': { readonly field: string };
    'schema-one-of': { readonly allowed: readonly string[] };
    'schema-type': { readonly wanted: readonly string[] };
    'schema-kind': { readonly field: string; readonly value: string };
    'schema-other': { readonly rule: string; readonly limit: string };
  }
}
