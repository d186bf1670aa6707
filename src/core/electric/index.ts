export * from './netlist/element';
export type { Fault } from './netlist/fault';
export * from './solve/devices';
export { LEAK_S, prepareNetwork, type PreparedNetwork } from './solve/dc';
export * from './build/fromHarness';
export * from './build/fromPlug';
