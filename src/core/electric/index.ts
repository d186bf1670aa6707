export * from './netlist/element';
export { type Fault, inject as injectFaults } from './netlist/fault';
export * from './solve/devices';
export { prepareNetwork, type PreparedNetwork } from './solve/dc';
export { LEAK_S } from './solve/island';
export { type HarnessInput, lostGrounds, type WiredFeed, type WiredLamp } from './build/harnessNetwork';
export * from './build/fromHarness';
export * from './build/fromPlug';
