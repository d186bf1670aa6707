/** A wall of the shop before which lamps are aimed, measured once. */
export interface ShopWall {
  /** What people call it; no two have one name. */
  readonly name: string;
  /** From the lens of a vehicle on its marks to the wall, mm. */
  readonly distanceMm: number;
  /** How much the floor rises towards the wall, per cent. */
  readonly floorRisePercent: number;
  /** Where its marks hang: mm right of its middle line and up from the floor at the wall. */
  readonly marks: readonly { readonly id: string; readonly acrossMm: number; readonly upMm: number }[];
}

/** The walls of a shop with one put in: one of the same name is replaced. By name. */
export const withWall = (walls: readonly ShopWall[], wall: ShopWall): readonly ShopWall[] =>
  [...walls.filter((w) => w.name !== wall.name), wall].sort((a, b) => (a.name < b.name ? -1 : 1));
