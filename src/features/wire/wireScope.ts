import type { DrawnLine } from '@/core/body';
import type { ConnectorHalf, FuseBox, LeadWays, PluginLead } from '@/core/harness';
import type { PositionWiring, WireSwap } from '@/core/job';
import type { Part } from '@/core/catalogue';

/** What the page hands to Wire beside the job. */
export interface WireData {
  readonly connectors: Readonly<Record<string, ConnectorHalf>>;
  readonly parts: readonly Part[];
  readonly stock: Readonly<Record<string, number>>;
  readonly fuseBoxes: readonly FuseBox[];
  readonly leads: readonly PluginLead[];
  /** Named points that leads of this line are laid along. */
  readonly ways: LeadWays | undefined;
  /** What its plan is drawn from. */
  readonly line: DrawnLine;
}

export interface PanelProps {
  readonly wiring: PositionWiring;
  readonly swap: WireSwap;
  readonly data: WireData;
}
