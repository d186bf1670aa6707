'use client';
import { bodyPicture } from '@/core/body';
import type { FeedCandidate, LeadRoute } from '@/core/harness';
import { LeadWaysPlan } from '@/ui/LeadWaysPlan';
import { useJob } from '../job/JobContext';
import type { WireData } from './wireScope';

/** The way of each leg along named points: what it passes, where it is drawn through and tied, and the plan of it. */
export function LegRoutes({ candidate, data }: { candidate: FeedCandidate; data: WireData }) {
  const { words, say } = useJob();
  const { t, tCode } = words;
  const routed = candidate.legs.flatMap((l) => (l.route ? [{ leg: l, route: l.route }] : []));
  if (routed.length === 0 || !data.ways) return null;
  return (
    <div className="grid gap-3 pt-2 md:grid-cols-[minmax(0,1fr)_11rem]" data-routes={candidate.id}>
      <div className="grid content-start gap-2">
        {routed.map(({ leg, route }) => (
          <div key={leg.position} data-route={leg.position}>
            <p className="text-sm font-semibold">
              {t('route.of', {
                position: say.position(leg.position),
                m: route.lengthMm / 1000,
                ties: route.ties,
                fish: route.fishPulls,
              })}
            </p>
            <ol className="flex flex-wrap items-baseline gap-x-1 text-sm">
              {route.points.map((p, i) => (
                <li key={p.id}>
                  {i > 0 && <span className="text-soft">{arrow(route, i, tCode)}</span>} {words.prose(p.name)}
                  {(p.kind === 'grommet' || p.kind === 'tube') && (
                    <span className="text-soft"> ({tCode(`waypoint.${p.kind}`)})</span>
                  )}
                </li>
              ))}
            </ol>
            {route.runs.some((r) => r.hot || r.moving) && (
              <p className="text-sm text-plum">{t('route.danger')}</p>
            )}
          </div>
        ))}
        <p className="text-sm text-soft">{t('route.hold', { every: 300, ends: 0.4 })}</p>
      </div>
      <div className="h-44">
        <LeadWaysPlan
          picture={bodyPicture(data.line, 'plan')}
          ways={data.ways}
          taken={routed.map(({ route }) => route.points.map((p) => p.id))}
          label={t('route.plan')}
        />
      </div>
    </div>
  );
}

/** How one point is reached from the one before: laid and tied, drawn through, beside something hot or moving. */
function arrow(route: LeadRoute, i: number, tCode: (key: string) => string): string {
  const run = route.runs[i - 1];
  const said = [
    ...(run?.fish ? [tCode('route.fish')] : []),
    ...(run?.hot ? [tCode('route.hot')] : []),
    ...(run?.moving ? [tCode('route.moving')] : []),
  ];
  return said.length > 0 ? `→ ${said.join(', ')} →` : '→';
}
