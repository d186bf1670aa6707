import { describe, expect, it } from 'vitest';
import { readScan } from './readScan';

const HERE = 'https://bay.example';
const VIN = '0YBPK7A57PW000318';

describe('what a bar code says', () => {
  it('a VIN, alone, of an imported vehicle, between the stars of Code 39, or among fields of a DataMatrix', () => {
    for (const text of [
      VIN,
      VIN.toLowerCase(),
      `I${VIN}`,
      `*${VIN}*`,
      `VIN:${VIN}`.slice(4),
      `17V\u001d${VIN}\u001e4711`,
    ])
      expect(readScan(text)).toEqual({ kind: 'vin', vin: VIN });
  });

  it('no VIN where signs are too many, or a letter cannot be in one', () => {
    expect(readScan(`${VIN}9`).kind).toBe('text');
    expect(readScan(VIN.replace('P', 'O')).kind).toBe('text');
    expect(readScan('12345678901234567').kind).toBe('text');
    expect(readScan('ABCDEFGHJKLMNPRST').kind).toBe('text');
  });

  it('a label of ours opens its job, a bag’s its step, an old lamp’s its place', () => {
    const id = '01a235ae-ca87-75ee-9b89-8f486d0af3c1';
    expect(readScan(`${HERE}/jobs/${id}`)).toEqual({
      kind: 'label',
      job: id,
      stage: 'arrive',
      step: null,
      position: null,
    });
    expect(readScan(`${HERE}/jobs/${id}/mount?step=arch-screws%40headlamp.front.left`)).toMatchObject({
      stage: 'mount',
      step: 'arch-screws@headlamp.front.left',
    });
    expect(readScan(`${HERE}/jobs/${id}/strip?pos=headlamp.front.left`)).toMatchObject({
      stage: 'strip',
      position: 'headlamp.front.left',
    });
  });

  it('nothing is opened that is no label of ours', () => {
    for (const text of [
      'https://elsewhere.example/jobs/01a235ae-ca87',
      'https://elsewhere.example/x/01a235ae-ca87-75ee-9b89-8f486d0af3c1',
      `${HERE}/shop/people`,
      `${HERE}/jobs/..%2f..%2fx`,
      'javascript:alert(1)',
      'tel:0700900114',
      'https://',
    ])
      expect(readScan(text).kind).toBe('foreign');
  });

  it('a part number as it stands, and nothing of nothing', () => {
    expect(readScan(' FL-620-L ')).toEqual({ kind: 'text', text: 'FL-620-L' });
    expect(readScan('\u001d \n')).toEqual({ kind: 'nothing' });
  });
});
