import { describe, expect, it } from 'vitest';
import { foundHere } from './foundHere';

const JOBS = [
  { id: 'a', number: 8, vehicle: 'Orrel Packet', identities: ['KD-47 RFM', '0YBPK7A50MW000555'] },
  { id: 'b', number: 80, vehicle: 'Tarn Drover', identities: ['SL 8 RUN'] },
];
const STEPS = [
  { id: 'bumper-off', title: 'Take the bumper cover off' },
  { id: 'lamp-out', title: 'Take the headlamp out' },
];
const jobs = (text: string) => foundHere(text, JOBS, STEPS).jobs.map((j) => j.id);
const steps = (text: string) => foundHere(text, JOBS, STEPS).steps.map((s) => s.id);

describe('what a device finds by itself', () => {
  it('a job by its number, as it is written or short, and by no part of it', () => {
    expect(jobs('0008')).toEqual(['a']);
    expect(jobs('8')).toEqual(['a']);
    expect(jobs('80')).toEqual(['b']);
  });
  it('by vehicle, plate and VIN, whatever stands between', () => {
    expect(jobs('pack')).toEqual(['a']);
    expect(jobs('kd47rfm')).toEqual(['a']);
    expect(jobs('sl-8')).toEqual(['b']);
    expect(jobs('mw000555')).toEqual(['a']);
  });
  it('a step by its words, the last as far as it is typed', () => {
    expect(steps('bumper')).toEqual(['bumper-off']);
    expect(steps('take the h')).toEqual(['lamp-out']);
  });
  it('nothing for nothing, and nothing for what is nowhere', () => {
    expect(foundHere('  ', JOBS, STEPS)).toEqual({ jobs: [], steps: [] });
    expect(foundHere('zebra', JOBS, STEPS)).toEqual({ jobs: [], steps: [] });
  });
});
