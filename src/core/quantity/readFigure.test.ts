import fc from 'fast-check';
import { expect, it } from 'vitest';
import { readFigure } from './readFigure';

it('reads what was meant, and says of the rest what to write', () => {
  expect(readFigure(' 76 ', '.')).toEqual({ kind: 'figure', value: 76 });
  expect(readFigure('−12.5', '.', true)).toEqual({ kind: 'figure', value: -12.5 });
  expect(readFigure('-0', '.', true)).toEqual({ kind: 'figure', value: 0 });
  expect(readFigure('', '.')).toMatchObject({ code: 'missing' });
  expect(readFigure('7,62', '.')).toMatchObject({ code: 'separator', better: '7.62' });
  expect(readFigure('7.62', ',')).toMatchObject({ code: 'separator', better: '7,62' });
  expect(readFigure('-5', '.')).toMatchObject({ code: 'negative', better: '5' });
  expect(readFigure('76 mm', '.')).toMatchObject({ code: 'unit', better: '76' });
  expect(readFigure('about', '.')).toMatchObject({ code: 'not-a-figure' });
  expect(readFigure('1.2.3', '.')).toMatchObject({ code: 'not-a-figure' });
});

it('what it proposes is taken the second time', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -9999, max: 9999, noNaN: true }),
      fc.constantFrom('.', ','),
      (n, decimal) => {
        const other = decimal === '.' ? ',' : '.';
        const read = readFigure(n.toFixed(2).replace('.', other), decimal, true);
        expect(read).toMatchObject({ kind: 'fault', code: 'separator' });
        if (read.kind === 'fault')
          expect(readFigure(read.better, decimal, true)).toEqual({
            kind: 'figure',
            value: Number(n.toFixed(2)) || 0,
          });
      },
    ),
  );
});
