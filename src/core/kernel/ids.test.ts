import fc from 'fast-check';
import { describe, expect, expectTypeOf, it } from 'vitest';
import {
  fastenersItem,
  itemAsCompared,
  adaptersMatter,
  cavityAt,
  cavityOf,
  cellAt,
  chainParts,
  chainText,
  checkAt,
  cureMatter,
  factRef,
  feedOf,
  groupAt,
  lampAt,
  type LampAt,
  matterKind,
  matterOf,
  modeMatter,
  partOf,
  plannedStep,
  plugAt,
  type PlugAt,
  rowAt,
  rowIdOf,
  rowOf,
  routeMatter,
  sheetOf,
  sheetStep,
  splitCavity,
  splitFactRef,
  wayStep,
} from './ids';

/** Ids as the forms of rows and entries let them be. */
const id = fc.stringMatching(/^[A-Za-z0-9._-]{1,20}$/);

describe('keys are stored as they always were', () => {
  const HL = 'headlamp.front.left';
  it.each<[string, string]>([
    [factRef('plug', HL), 'plug@headlamp.front.left'],
    [plugAt(HL, 'X41'), 'headlamp.front.left/X41'],
    [cavityAt(HL, cavityOf('X41', '3')), 'headlamp.front.left/X41/3'],
    [lampAt(HL, 'brace-left'), 'headlamp.front.left/brace-left'],
    [checkAt(HL, 'brace-left', 'main/4'), 'headlamp.front.left/brace-left/main/4'],
    [cellAt(checkAt(HL, 'brace-left', 'key=on'), 'drl'), 'headlamp.front.left/brace-left/key=on/drl'],
    [feedOf('s', 'drl'), 's/drl'],
    [partOf('s', 'brace-left'), 's/brace-left'],
    [sheetOf('s', 'packet-front'), 's/packet-front'],
    [modeMatter(HL, 'main', '5'), 'mode/headlamp.front.left/main/5'],
    [cureMatter('turn-left'), 'cure/turn-left'],
    [routeMatter(HL), 'route/headlamp.front.left'],
    [adaptersMatter(HL), 'adapters/headlamp.front.left'],
    [matterOf('s', adaptersMatter(HL)), 's/adapters/headlamp.front.left'],
    [wayStep('out', 'bonnet-open'), 'out/bonnet-open'],
    [groupAt('bumper-off', 'clips'), 'bumper-off/clips'],
    [plannedStep('lamp-out', HL), 'lamp-out@headlamp.front.left'],
    [plannedStep('bonnet-open', null), 'bonnet-open'],
    [rowAt('brace-left', 3), 'brace-left#3'],
    [rowOf('lamp', 'brace-left'), 'lamp/brace-left'],
    [chainText(['one', 'other']), 'one+other'],
  ])('%s', (made, stored) => expect(made).toBe(stored));
});

describe('what is put together comes apart as it was', () => {
  it('facts, cavities, planned steps, rows, chains', () =>
    fc.assert(
      fc.property(id, id, (a, b) => {
        expect(splitFactRef(factRef(a, b))).toEqual({ key: a, subject: b });
        expect(splitCavity(cavityOf(a, b))).toEqual({ end: a, cavity: b });
        expect(sheetStep(plannedStep(a, b))).toBe(a);
        expect(sheetStep(plannedStep(a, null))).toBe(a);
        expect(rowIdOf(rowOf(a, b))).toBe(b);
        expect(chainParts(chainText([a, b]))).toEqual([a, b]);
      }),
    ));

  it('a matter tells its kind, other text has none', () =>
    fc.assert(
      fc.property(id, id, (a, b) => {
        expect(
          [modeMatter(a, b, '1'), cureMatter(a), routeMatter(a), adaptersMatter(a)].map(matterKind),
        ).toEqual(['mode', 'cure', 'route', 'adapters']);
        expect(matterKind(a)).toBeNull();
      }),
    ));
});

it('a key of one kind is none of another, and plain text is none', () => {
  expectTypeOf(plugAt('p', 'x')).toEqualTypeOf<PlugAt>();
  expectTypeOf<PlugAt>().not.toExtend<LampAt>();
  expectTypeOf<string>().not.toExtend<PlugAt>();
  expectTypeOf<PlugAt>().toExtend<string>();
});

it('the item of fasteners is the same whatever the order of the steps, and as those of before are compared', () => {
  expect(fastenersItem(['b/x:1:1', 'a/y:0:2'])).toBe('fasteners:a/y:0:2,b/x:1:1');
  expect(itemAsCompared('fasteners:b/x:1:1,a/y:0:2')).toBe('fasteners:a/y:0:2,b/x:1:1');
  // Other figures are another item; other items are left alone.
  expect(itemAsCompared('fasteners:b/x:1:2')).not.toBe(itemAsCompared('fasteners:b/x:1:1'));
  expect(itemAsCompared('baseline:s,a')).toBe('baseline:s,a');
});
