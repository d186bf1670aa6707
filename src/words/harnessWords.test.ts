import { describe, expect, it } from 'vitest';
import { ALL_OFF } from '@/core/controls';
import { leadRows, type ProbeStep } from '@/core/harness';
import type { HarnessDocument } from '@/core/job';
import { drawingSvg } from '@/formats/drawingSvg';
import { harnessPdf } from '@/server/sheets/harnessPdf';
import { wired } from '../../testing/wired';
import { harnessWords } from './harnessWords';
import { plainWording } from './wording';
import { wordsIn } from './words';

const words = wordsIn('en-GB');
const h = harnessWords(words, plainWording(words));

const w = wired('dunmarrow-gannet', 'tail.rear.left', 'ebb-left');
const doc: HarnessDocument = {
  form: 'yonder-bolt/harness-sheet',
  version: 1,
  madeAt: '2026-06-01T12:00:00.000Z',
  shop: { name: 'Saltpan <Lamp> & Harness', zone: 'UTC' },
  job: { number: 12 },
  vehicle: { maker: 'Dunmarrow', name: 'Gannet', identity: 'WS 12-84' },
  highVoltage: true,
  position: 'tail.rear.left',
  lamp: { maker: 'Kittiwake', name: 'Ebb', partNumber: 'KL-EB-L' },
  rows: leadRows(w.map, w.build, w.input.vehiclePlugs),
  build: w.build,
  checks: null,
};

const step: ProbeStep = {
  id: 'x',
  state: { ...ALL_OFF, key: 'on' },
  plug: 'X41-left',
  cavity: '1',
  circuit: 'ground',
  level: { kind: 'on' },
  across: 'battery',
  live: { lowV: 12, highV: 14.8 },
  window: { lowV: 12, highV: 14.8, flashes: false },
};

describe('the lines of a harness sheet', () => {
  it('a measurement names both ends by their side, and what the meter should show', () => {
    expect(h.ring({ kind: 'continuity', net: 'n', from: 'in X41/1', to: 'out main/1' })).toBe(
      'X41/1 (vehicle end) to main/1 (lamp end)',
    );
    expect(h.ringWanted({ kind: 'continuity', net: 'n', from: 'a', to: 'b' })).toBe('under 0.5 Ω');
    expect(h.ring({ kind: 'isolation', net: 'X/1', against: ['X/2', 'X/3'] })).toBe(
      'X/1 against X/2 and X/3, joined',
    );
    expect(h.ringWanted({ kind: 'isolation', net: 'X/1', against: [] })).toBe('open');
  });
  it('an open meter is said, whether it shows nothing or a great deal', () =>
    expect([h.ohm(null), h.ohm(250_000), h.ohm(0.21)]).toEqual(['Open', 'Open', '0.21 Ω']));
  it('a ground is read from the plus; a flashing window has two ends', () => {
    expect(h.probe(step)).toBe('X41-left/1 · Ground, from the battery’s plus');
    expect(h.window(step)).toBe('12 to 14.8 V');
    expect(h.window({ ...step, window: { ...step.window, flashes: true } })).toBe('0 and 14.8 V, flashing');
    expect(h.setting(step)).toBe('Key on');
    expect(h.setting({ ...step, state: ALL_OFF })).toBe('Everything at rest');
  });
});

describe('the drawing as a file', () => {
  const svg = drawingSvg(h.drawing(doc), 'Harness <of> "12"', { BK: '#000000' });
  it('is an SVG by itself, with what could be a tag made harmless', () => {
    expect(svg).toMatch(/^(<\?xml[^>]*>\s*)?<svg [^>]*xmlns=/);
    expect(svg).toContain('Harness &#60;of&#62; &#34;12&#34;');
    expect(svg).not.toMatch(/<script|<style|<of>/);
  });
  it('has a line for every wire at least, one colour where it is known', () => {
    expect(svg.match(/<polyline/g)?.length).toBeGreaterThanOrEqual(doc.rows.length);
    expect(svg).toContain('#000000');
    expect(svg).toContain('#85888c');
  });
});

describe('the sheet as a PDF', () => {
  it.each([
    ['en-GB', [595, 842]],
    ['en-US', [612, 792]],
  ])('%s: one page of its paper', async (locale, paper) => {
    const pdf = (await harnessPdf(doc, locale)).toString('latin1');
    expect(pdf.startsWith('%PDF-')).toBe(true);
    const box = /MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf);
    expect([Math.round(Number(box?.[1])), Math.round(Number(box?.[2]))]).toEqual(paper);
    expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(1);
  });
});
