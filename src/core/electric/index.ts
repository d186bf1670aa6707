export * from './netlist/element';
export { type Fault, inject } from './netlist/fault';
export * from './solve/devices';
export { LEAK_S, prepareNetwork, type PreparedNetwork } from './solve/dc';
export * from './build/fromHarness';
export * from './build/fromPlug';
