'use client';
import { type ReactNode, useState } from 'react';
import { VERDICTS } from '@/core/fitment';
import { BODY_STYLES, bodyPicture, type BodyStyle } from '@/core/body';
import { handFamily } from '@/core/job';
import { readVin } from '@/core/vehicle';
import { Because } from '@/ui/Because';
import { BoltMark } from '@/ui/BoltMark';
import { BUTTON, FIELD } from '@/ui/classes';
import { ConnectorFace } from '@/ui/ConnectorFace';
import { DrawingView } from '@/ui/DrawingView';
import { FuseBoxView } from '@/ui/FuseBoxView';
import { KeyHelp } from '@/ui/KeyHelp';
import { Key } from '@/ui/KeyHint';
import { LampFace } from '@/ui/LampFace';
import { Loading } from '@/ui/Loading';
import { Loom, MiniLoom } from '@/ui/Loom';
import { RoadGlyph, StepMark, VerdictMark, WarningMark } from '@/ui/marks';
import { Notice } from '@/ui/Notice';
import { BodyView } from '@/ui/BodyView';
import { PlanView } from '@/ui/PlanView';
import { Sheet } from '@/ui/Sheet';
import { TopBar } from '@/ui/TopBar';
import { VinHint } from '@/ui/VinHint';
import { WallPicture } from '@/ui/WallPicture';
import { WIRE, WireSwatch } from '@/ui/WireSwatch';
import { LAMP, LIGHTS, POSITIONS, STAGE_SAMPLES, VINS, WALL, WALL_SHADES } from './samples';

/** A line of a kind of body, at its usual size. */
const lineOf = (body: BodyStyle) => handFamily(body, { maker: '', name: '', body, hazards: [], lamps: [] });

/** Every piece of the kit in every state it has. */
export function KitPage() {
  const [open, setOpen] = useState<'sheet' | 'keys' | null>(null);
  const [focus, setFocus] = useState<string | null>('a');
  return (
    <main id="main" tabIndex={-1} className="grid grid-cols-[minmax(0,1fr)] gap-8 px-6 py-5">
      <h1 className="text-3xl">Kit</h1>
      <Piece name="TopBar">
        <TopBar shop="Saltpan" person="Ines" role="lead" />
      </Piece>
      <Piece name="Loom">
        <Loom stages={STAGE_SAMPLES} current="strip" label="Stages" folded="5 of 9: Strip" />
        <MiniLoom stages={STAGE_SAMPLES} label="Stages in small" />
      </Piece>
      <Piece name="Buttons">
        {(['main', 'plain', 'quiet'] as const).map((k) => (
          <span key={k} className="flex gap-3">
            <button className={BUTTON[k]}>{k}</button>
            <button className={BUTTON[k]} disabled>
              {k}, disabled
            </button>
          </span>
        ))}
      </Piece>
      <Piece name="Fields">
        <label className="grid gap-1 text-sm font-semibold">
          Empty
          <input className={FIELD} placeholder="64 mm" />
        </label>
        <label className="grid gap-1 text-sm font-semibold">
          Filled
          <input className={FIELD} defaultValue="64 mm" />
        </label>
        <label className="grid gap-1 text-sm font-semibold">
          Faulty
          <input className={FIELD} aria-invalid defaultValue="7 furlongs" />
        </label>
        <label className="grid gap-1 text-sm font-semibold">
          Choice
          <select className={FIELD}>
            <option>left</option>
          </select>
        </label>
        <label className="flex items-center gap-2">
          <input type="checkbox" className="size-4.5 accent-petrol" defaultChecked /> ticked
        </label>
      </Piece>
      <Piece name="Marks">
        {VERDICTS.map((v) => (
          <Named key={v} name={v}>
            <VerdictMark verdict={v} />
          </Named>
        ))}
        {(['meets-profile', 'not-approved', 'off-road', 'unknown'] as const).map((m) => (
          <Named key={m} name={m}>
            <RoadGlyph mark={m} />
          </Named>
        ))}
        {(['done', 'differs', 'not-needed'] as const).map((o) => (
          <Named key={o} name={o}>
            <StepMark outcome={o} label={o} />
          </Named>
        ))}
        <Named name="warning">
          <WarningMark />
        </Named>
        <Named name="key">
          <Key>j</Key>
        </Named>
        <Named name="bolt">
          <BoltMark size={28} />
        </Named>
      </Piece>
      <Piece name="Lamp face">
        {LIGHTS.map((levels, i) => (
          <LampFace key={i} lamp={LAMP} levels={levels} widthPx={180} label={JSON.stringify(levels)} />
        ))}
        <LampFace lamp={{ ...LAMP, side: 'right' }} levels={{ turn: 1 }} widthPx={180} label="right, turn" />
      </Piece>
      <Piece name="Connector face">
        {(['top', 'bottom', 'left', 'right', 'none'] as const).map((latch) => (
          <ConnectorFace
            key={latch}
            rows={2}
            columns={3}
            latch={latch}
            label={`latch ${latch}`}
            cavities={[1, 2, 3, 4, 5, 6].map((n) => ({
              number: String(n),
              row: n > 3 ? 2 : 1,
              column: ((n - 1) % 3) + 1,
              filled: n !== 5,
              marked: n === 2,
            }))}
          />
        ))}
      </Piece>
      <Piece name="Wires">
        {Object.keys(WIRE).map((c) => (
          <WireSwatch key={c} base={c} />
        ))}
        <WireSwatch base="GN" stripe="YE" />
      </Piece>
      <Piece name="Fuse box">
        <FuseBoxView
          rows={2}
          columns={4}
          label="Fuse box"
          chosen="F3"
          onPick={() => undefined}
          slots={[
            { id: 'F1', row: 1, column: 1, ratingA: 10, colour: 'RD', barred: false, name: 'F1, 10 A' },
            { id: 'F2', row: 1, column: 2, ratingA: 25, colour: 'clear', barred: true, name: 'F2, never' },
            { id: 'F3', row: 1, column: 4, ratingA: 5, colour: 'tan', barred: false, name: 'F3, chosen' },
            { id: 'F4', row: 2, column: 3, ratingA: null, colour: 'GY', barred: false, name: 'F4, empty' },
          ]}
        />
        <DrawingView
          label="A drawing"
          drawing={{
            width: 300,
            height: 90,
            shapes: [
              { kind: 'box', x: 10, y: 10, w: 60, h: 70 },
              { kind: 'box', x: 230, y: 10, w: 60, h: 70 },
              {
                kind: 'wire',
                points: [
                  [70, 30],
                  [230, 30],
                ],
                base: 'GN',
                stripe: 'YE',
              },
              {
                kind: 'wire',
                points: [
                  [70, 60],
                  [230, 60],
                ],
                base: null,
                stripe: null,
              },
              { kind: 'text', x: 150, y: 25, text: 'GN/YE 0.75', size: 9, anchor: 'middle', bold: true },
            ],
          }}
        />
      </Piece>
      <Piece name="Plan">
        {BODY_STYLES.map((style) => (
          <figure key={style} className="w-52">
            <PlanView
              picture={bodyPicture(lineOf(style), 'plan')}
              label={`Plan, ${style}`}
              focus={focus}
              onFocus={setFocus}
              positions={POSITIONS}
            />
            <figcaption className="text-sm text-soft">{style}</figcaption>
          </figure>
        ))}
      </Piece>
      <Piece name="Bodies">
        {BODY_STYLES.map((style) => (
          <figure key={style} className="grid w-[30rem] grid-cols-[2fr_1fr_1fr] items-end gap-2">
            {(['left', 'front', 'rear'] as const).map((view) => (
              <div key={view} className="h-28">
                <BodyView picture={bodyPicture(lineOf(style), view)} label={`${style}, ${view}`} />
              </div>
            ))}
            <figcaption className="col-span-3 text-sm text-soft">{style}</figcaption>
          </figure>
        ))}
      </Piece>
      <Piece name="Wall by photo">
        {(['light', 'change', 'unknown'] as const).map((state) => (
          <div key={state} className="w-72">
            <WallPicture of={WALL} shades={WALL_SHADES[state]} title={`Wall, ${state}`} />
          </div>
        ))}
      </Piece>
      <Piece name="VIN hint">
        {VINS.map((vin) => (
          <VinHint key={vin} reading={readVin(vin, true)} onTake={() => undefined} />
        ))}
      </Piece>
      <Piece name="Because">
        <div className="w-80">
          <Because
            title="Because"
            about="Fit: Check first"
            entries={[
              {
                mark: <VerdictMark verdict="check-first" />,
                text: 'plug is not known',
                detail: 'Needed: X41.',
              },
              { mark: <VerdictMark verdict="fits" />, text: 'year: 2020', source: 'VIN, position 10' },
              { mark: <WarningMark />, text: 'sources disagree' },
            ]}
          />
        </div>
        <div className="w-80">
          <Because title="Because of nothing" entries={[]} />
        </div>
      </Piece>
      <Piece name="Dialogs">
        <button className={BUTTON.plain} onClick={() => setOpen('sheet')} data-open-sheet>
          Open a sheet
        </button>
        <button className={BUTTON.plain} onClick={() => setOpen('keys')}>
          Open the keys
        </button>
        <Sheet
          open={open === 'sheet'}
          onOpenChange={(o) => setOpen(o ? 'sheet' : null)}
          title="A sheet"
          about="It gives the focus back where it was."
          close="Close"
        >
          <p>What it asks.</p>
        </Sheet>
        <KeyHelp
          open={open === 'keys'}
          onOpenChange={(o) => setOpen(o ? 'keys' : null)}
          lines={[{ keys: ['[', ']'], does: 'another lamp' }]}
        />
      </Piece>
      <Piece name="Waiting">
        <Loading />
      </Piece>
    </main>
  );
}

/** A page of its own: it is all there is on a screen. */
export const KitNotice = () => (
  <Notice title="Not found" kept="Nothing was changed." todo="Look for it on the board." home="Board" />
);

function Piece({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section aria-label={name} data-piece={name} className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <h2 className="border-b border-line text-lg">{name}</h2>
      <div className="flex flex-wrap items-start gap-5">{children}</div>
    </section>
  );
}

function Named({ name, children }: { name: string; children: ReactNode }) {
  return (
    <span className="flex items-center gap-1.5 text-sm text-soft">
      {children} {name}
    </span>
  );
}
