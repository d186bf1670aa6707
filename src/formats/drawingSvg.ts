import type { Drawing } from '@/core/harness';

const escaped = (text: string) => text.replace(/[<>&"']/g, (c) => `&#${c.charCodeAt(0)};`);

/**
 * A drawing as an SVG 1.1 file of its own: no style sheet, no script, readable without colour.
 * @param colours how a wire is drawn, by its letter code
 */
export function drawingSvg(
  drawing: Drawing,
  title: string,
  colours: Readonly<Record<string, string>>,
): string {
  const shapes = drawing.shapes.map((s) => {
    if (s.kind === 'box')
      return `<rect x="${s.x}" y="${s.y}" width="${s.w}" height="${s.h}" rx="2" fill="none" stroke="#000" stroke-width="1.2"/>`;
    if (s.kind === 'text')
      return `<text x="${s.x}" y="${s.y}" text-anchor="${s.anchor}" font-size="${s.size}" font-weight="${s.bold ? 700 : 400}" font-family="monospace">${escaped(s.text)}</text>`;
    const points = s.points.map((p) => p.join()).join(' ');
    const line = (stroke: string, width: number) =>
      `<polyline points="${points}" fill="none" stroke="${stroke}" stroke-width="${width}"/>`;
    return [
      line('#3f4147', 4.6),
      line(colours[s.base ?? ''] ?? '#85888c', 3.4),
      s.stripe ? line(colours[s.stripe] ?? '#000', 1.1) : '',
    ].join('');
  });
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${drawing.width} ${drawing.height}" width="${drawing.width}" height="${drawing.height}">
<title>${escaped(title)}</title>
${shapes.join('\n')}
</svg>
`;
}
