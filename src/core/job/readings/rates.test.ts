import { expect, it } from 'vitest';
import { withTax, workPrice } from './orders';

const EUR = (minor: number) => ({ minor, currency: 'EUR' });

it('minutes cost their share of the hour, rounded to the minor unit', () => {
  // By hand: 72.00 an hour, 25 min: 30.00; 65.01 an hour, 7 min: 7.5845, so 7.58.
  expect(workPrice({ hour: EUR(7200) }, 25)).toEqual(EUR(3000));
  expect(workPrice({ hour: EUR(6501) }, 7)).toEqual(EUR(758));
});

it('tax is added in hundredths of a per cent; where none is set there is no taxed sum', () => {
  // By hand: 23 % of 100.50 is 23.115, so 123.62 (rounded up at the half).
  expect(withTax(EUR(10_050), { hour: EUR(0), taxBp: 2300 })).toEqual(EUR(12_362));
  expect(withTax(EUR(10_050), { hour: EUR(0) })).toBeNull();
});
