import { programFaults } from '../../light/program/check';
import { photometryMap } from '../../beam/photofile';
import type { Lamp } from '../rows/lamp';
import type { Checking } from './context';

/** Checks a lamp: its range the right way up, plugs that exist once, a ground where polarity matters, its behaviour. */
export function checkLamp(at: string, lamp: Lamp, on: Checking): void {
  const plugs = lamp.plugs ?? [];
  on.upward(`${at}/workingMinV`, lamp.workingMinV, lamp.workingMaxV);
  on.once(
    `${at}/plugs`,
    plugs.map((p) => p.id),
  );
  const inputs = plugs.flatMap((p) => p.inputs);
  const toGround = inputs.filter((x) => x.does !== 'ground' && x.polar && x.back === undefined);
  if (toGround.length > 0 && !inputs.some((x) => x.does === 'ground'))
    on.fault(`${at}/plugs`, 'lamp-without-ground', { lamp: lamp.id });
  if (inputs.some((x) => x.trigger) && !inputs.some((x) => x.does === 'supply'))
    on.fault(`${at}/plugs`, 'trigger-without-supply', { lamp: lamp.id });
  plugs.forEach((plug, j) => {
    plug.inputs.forEach((x, k) => {
      const met = plug.inputs.find((y) => y.cavity === x.back);
      if (
        x.back !== undefined &&
        (x.back === x.cavity || !met || met.does === 'mode' || met.does === 'ground')
      )
        on.fault(`${at}/plugs/${j}/inputs/${k}/back`, 'back-nowhere', { cavity: x.back });
    });
    on.half(`${at}/plugs/${j}`, plug.connector, 'lamp');
    on.cavities(
      `${at}/plugs/${j}`,
      plug.connector,
      plug.inputs.map((x) => x.cavity),
    );
  });
  if (lamp.program)
    on.take(
      programFaults(
        `${at}/program`,
        lamp.program,
        lamp.functions.map((f) => f.does),
      ),
    );
  lamp.photometry?.forEach((f, j, all) => {
    if (all.findIndex((x) => x.does === f.does) !== j)
      on.fault(`${at}/photometry/${j}/does`, 'id-twice', { id: f.does });
    const read = photometryMap(f);
    if (read.kind === 'fault') on.take([{ path: `${at}/photometry/${j}/text`, reason: read.reason }]);
  });
  lamp.behaviour?.forEach((b, j) => on.cases(`${at}/behaviour/${j}/cases`, b.cases));
}
