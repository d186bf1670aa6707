import { segmentLevel } from '@/core/light/overTime/segmentLight';
import type { LampOverTime } from '@/core/light/overTime/simulate';
import type { Score } from '@/core/light/overTime/score';
import { LIGHT } from '@/ui/lampLight';

/** Every length of light as a row: times in µs from the start of the score, levels from 0 to 1. RFC 4180. */
export function scoreCsv(lamps: readonly LampOverTime[]): string {
  const rows = lamps.flatMap((l) =>
    l.segments.flatMap((s) =>
      s.light.map((x) =>
        [
          x.fromUs,
          x.toUs,
          l.lamp.position,
          s.id,
          x.does ?? '',
          x.colour ?? '',
          x.level,
          x.to ?? x.level,
        ].join(','),
      ),
    ),
  );
  return (
    ['from_us,to_us,position,segment,function,colour,level_from,level_to', ...rows].join('\r\n') + '\r\n'
  );
}

/** A score as a file that can be opened again. */
export const scoreJson = (score: Score): string =>
  `${JSON.stringify({ form: 'yonder-bolt/score', version: 1, lengthMs: score.lengthMs, moves: score.moves }, null, 2)}\n`;

const STILLS = 8;
const FACE = { w: 150, h: 70, gap: 14, name: 150 };
/** A strip of stills: a row for each lamp, eight moments from left to right. SVG 1.1. */
export function scoreStills(lamps: readonly LampOverTime[], lengthMs: number): string {
  const moments = Array.from({ length: STILLS }, (_, i) =>
    Math.round(((i + 0.5) * lengthMs * 1000) / STILLS),
  );
  const width = FACE.name + STILLS * (FACE.w + FACE.gap);
  const rows = lamps.map((l, row) => {
    const y = 30 + row * (FACE.h + FACE.gap);
    const faces = moments.map((us, i) => {
      const x = FACE.name + i * (FACE.w + FACE.gap);
      const areas = l.lamp.program.segments
        .filter((s) => s.w > 0)
        .map((s) => {
          const light = l.segments
            .find((x) => x.id === s.id)
            ?.light.find((p) => p.fromUs <= us && us < p.toUs);
          const fill = light && segmentLevel(light, us) > 0 ? LIGHT[light.colour ?? 'white'].core : '#2a2e36';
          const opacity = light && segmentLevel(light, us) > 0 ? 0.25 + 0.75 * segmentLevel(light, us) : 1;
          return `<rect x="${n(x + (s.x / 100) * FACE.w)}" y="${n(y + (s.y / 100) * FACE.h)}" width="${n((s.w / 100) * FACE.w)}" height="${n((s.h / 100) * FACE.h)}" rx="2" fill="${fill}" fill-opacity="${n(opacity)}"/>`;
        });
      return `<rect x="${x}" y="${y}" width="${FACE.w}" height="${FACE.h}" rx="6" fill="#0c0e11"/>${areas.join('')}`;
    });
    return `<text x="4" y="${y + FACE.h / 2}" font-size="12">${escaped(l.lamp.position)}</text>${faces.join('')}`;
  });
  const times = moments.map(
    (us, i) =>
      `<text x="${FACE.name + i * (FACE.w + FACE.gap)}" y="18" font-size="12">${(us / 1e6).toFixed(2)} s</text>`,
  );
  const height = 40 + lamps.length * (FACE.h + FACE.gap);
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" font-family="sans-serif">${times.join('')}${rows.join('')}</svg>\n`;
}

const n = (x: number): string => String(Math.round(x * 100) / 100);
const escaped = (x: string): string => x.replace(/[<>&"]/g, (c) => `&#${c.charCodeAt(0)};`);
