import { createElement, type ReactElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import type { StageState } from '@/core/job';
import type { Lamp } from '@/core/catalogue';
import { ConnectorFace } from './ConnectorFace';
import { LampFace } from './LampFace';
import { LIGHT } from './lampLight';
import { Loom, MiniLoom } from './Loom';
import { RoadGlyph, VerdictMark } from './marks';
import { BODY_STYLES, bodyPicture } from '@/core/body';
import { BodyView } from './BodyView';
import { PlanView } from './PlanView';
import { WIRE, WireSwatch } from './WireSwatch';

const html = (element: ReactElement) => renderToStaticMarkup(element);
const count = (text: string, what: RegExp) => [...text.matchAll(what)].length;

const lamp: Pick<Lamp, 'face' | 'functions' | 'side'> = {
  side: 'left',
  functions: [
    { does: 'drl', colour: 'white' },
    { does: 'turn', colour: 'amber' },
  ],
  face: {
    aspect: 2,
    segments: [
      { does: 'drl', shape: 'bar', x: 10, y: 70, w: 80, h: 10 },
      { does: 'turn', shape: 'bar', x: 10, y: 70, w: 80, h: 10 },
    ],
  },
};

describe('the lamp face', () => {
  it('is dark glass without light', () => {
    const dark = html(<LampFace lamp={lamp} widthPx={100} />);
    expect(count(dark, /data-segment=/g)).toBe(2);
    expect(count(dark, /data-lit=/g)).toBe(0);
    for (const { core } of Object.values(LIGHT)) expect(dark).not.toContain(core);
  });

  it('shows the function that is lit, in its colour, over one that shares its place', () => {
    const lit = html(<LampFace lamp={lamp} widthPx={100} levels={{ drl: 1, turn: 0 }} />);
    expect(lit).toContain('data-lit="drl"');
    expect(lit).toContain(LIGHT.white.core);
    expect(lit).not.toContain(LIGHT.amber.core);
    // Light comes after all the dark segments: nothing covers it.
    expect(lit.indexOf('data-lit')).toBeGreaterThan(lit.lastIndexOf('data-segment'));
  });

  it('mirrors the right-hand lamp, and only that', () => {
    expect(html(<LampFace lamp={lamp} widthPx={100} />)).not.toContain('scale(-1 1)');
    expect(html(<LampFace lamp={{ ...lamp, side: 'right' }} widthPx={100} />)).toContain('scale(-1 1)');
  });

  it('is named for those who cannot see it, or kept from them', () => {
    expect(html(<LampFace lamp={lamp} widthPx={100} label="Face" />)).toContain('aria-label="Face"');
    expect(html(<LampFace lamp={lamp} widthPx={100} />)).toContain('aria-hidden');
  });
});

describe('marks', () => {
  it('have one shape each, and no two alike', () => {
    const verdicts = (['fits', 'fits-with-parts', 'check-first', 'does-not-fit'] as const).map((v) =>
      html(<VerdictMark verdict={v} />).replace(/data-verdict="[^"]*"|class="[^"]*"/g, ''),
    );
    expect(new Set(verdicts).size).toBe(4);
    const roads = (['meets-profile', 'not-approved', 'off-road', 'unknown'] as const).map((m) =>
      html(<RoadGlyph mark={m} />).replace(/data-road="[^"]*"|class="[^"]*"/g, ''),
    );
    expect(new Set(roads).size).toBe(4);
  });

  it('a wire says its colours by code as well', () => {
    const wire = html(<WireSwatch base="WH" stripe="BU" />);
    expect(wire).toContain('WH/BU');
    expect(wire).toContain(WIRE.WH);
    expect(wire).toContain(WIRE.BU);
  });
});

const stages: readonly StageState[] = (
  ['arrive', 'fit', 'wire', 'light', 'strip', 'bench', 'mount', 'prove', 'release'] as const
).map((stage, i) => ({
  stage,
  state: (['locked', 'seated', 'open', 'open', 'open', 'open', 'open', 'open', 'open'] as const)[i] ?? 'open',
  tags: stage === 'wire' ? 3 : 0,
  missing: [],
}));

describe('the loom', () => {
  const drawn = html(
    <Loom
      label="Stages"
      current="fit"
      folded="2 of 9: Fit"
      stages={stages.map((s) => ({
        ...s,
        name: s.stage,
        spoken: `spoken ${s.stage}`,
        href: `/x/${s.stage}`,
      }))}
    />,
  );

  it('has nine connectors, each leading to its stage', () => {
    expect(count(drawn, /data-stage=/g)).toBe(9);
    expect(count(drawn, /<a /g)).toBe(9);
    expect(drawn).toContain('/x/strip');
  });

  it('says each stage once to a screen reader, and where one is', () => {
    for (const s of stages) expect(count(drawn, new RegExp(`spoken ${s.stage}<`, 'g'))).toBe(1);
    expect(count(drawn, /aria-current="step"/g)).toBe(1);
  });

  it('hangs a tag with its number where something is open', () => {
    expect(count(drawn, /data-tags="3"/g)).toBe(1);
    expect(drawn).toContain('>3</text>');
  });

  it('in small, draws a slide for what is locked and a tag for what is open', () => {
    const small = html(<MiniLoom stages={stages} label="2 of 9" />);
    const marks = (fill: string) =>
      new RegExp(`d="(M[^"]*)" fill="var\\(--${fill}\\)"`).exec(small)?.[1]?.match(/M/g)?.length ?? 0;
    expect([marks('petrol'), marks('plum'), marks('ink') + marks('paper')]).toEqual([1, 1, stages.length]);
    expect(small).toContain('aria-label="2 of 9"');
  });
});

describe('the plan', () => {
  const position = (key: string, side: 'left' | 'right', more: object = {}) => ({
    key,
    code: key.toUpperCase(),
    name: `name ${key}`,
    place: {
      xMm: side === 'left' ? -700 : 700,
      yMm: 300,
      position: { role: 'headlamp' as const, side, end: 'front' as const },
    },
    swapped: false,
    found: 'unseen' as const,
    ...more,
  });
  const plan = (positions: ReturnType<typeof position>[], focus: string | null = null) =>
    html(
      <PlanView
        picture={bodyPicture({ bodyStyle: 'van', lengthMm: 5000, widthMm: 2000 }, 'plan')}
        positions={positions}
        focus={focus}
        onFocus={() => undefined}
        label="Plan"
      />,
    );

  it('names every position and presses the one in focus', () => {
    const drawn = plan([position('hl', 'left'), position('hr', 'right')], 'hr');
    expect(drawn).toContain('<title>name hl</title>');
    expect(count(drawn, /aria-pressed="true"/g)).toBe(1);
    // One stop for the keyboard; the arrows walk within it.
    expect(count(drawn, /tabindex="0"/gi)).toBe(1);
  });

  it('shows light instead of what was found, and nothing bright while it is dark', () => {
    const fault = { found: 'fault' as const };
    const dark = plan([position('hl', 'left', fault)]);
    expect(dark).not.toContain(LIGHT.white.core);
    const lit = plan([position('hl', 'left', { ...fault, light: [{ colour: 'white', level: 1 }] })]);
    expect(lit).toContain(LIGHT.white.core);
    expect(count(dark, /#aab0ba/g)).toBeGreaterThan(count(lit, /#aab0ba/g));
  });

  it.each(BODY_STYLES)('has a body for a %s from every side, inside its box', (bodyStyle) => {
    for (const view of ['plan', 'front', 'rear', 'left', 'right'] as const) {
      const picture = bodyPicture({ bodyStyle, lengthMm: 4000, widthMm: 1700 }, view);
      const drawn = html(<BodyView picture={picture} label="body" />);
      expect(count(drawn, /<path/g)).toBeGreaterThan(3);
      expect(drawn).not.toContain('NaN');
    }
  });
});

it('a connector face shows every cavity by its moulded number, and its latch where it is', () => {
  const face = (latch: 'top' | 'none') =>
    html(
      createElement(ConnectorFace, {
        rows: 1,
        columns: 2,
        latch,
        label: 'face',
        cavities: [
          { number: '7', row: 1, column: 1, filled: true, marked: false },
          { number: '8', row: 1, column: 2, filled: false, marked: true },
        ],
      }),
    );
  expect(face('top')).toMatch(/>7<.*>8</);
  expect(count(face('top'), /<rect/g)).toBe(count(face('none'), /<rect/g) + 1);
  expect(count(face('top'), /var\(--petrol\)/g)).toBe(1);
});
