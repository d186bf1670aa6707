import type { SystemV } from '@/core/electrical';
import type { ConnectorHalf, FuseBox, PluginLead } from '@/core/harness';
import type { FeedMatter, PositionWiring, SwapView } from '@/core/job';
import type { Part } from '@/core/shelf';

/** What the page hands to Wire beside the job. */
export interface WireData {
  readonly connectors: Readonly<Record<string, ConnectorHalf>>;
  readonly parts: readonly Part[];
  readonly stock: Readonly<Record<string, number>>;
  readonly feeds: Readonly<Record<string, readonly FeedMatter[]>>;
  readonly fuseBoxes: readonly FuseBox[];
  readonly leads: readonly PluginLead[];
  readonly systemV: SystemV | null;
}

export interface PanelProps {
  readonly wiring: PositionWiring;
  readonly swap: SwapView;
  readonly data: WireData;
}
