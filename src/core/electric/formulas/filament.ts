/**
 * Exponent of a filament's current over its voltage: I = I_r · (V / V_r)^0.55. Source: usual law of incandescent lamps,
 * within a few per cent from half to full voltage.
 */
export const FILAMENT_EXPONENT = 0.55;
