export * from './types';
export * from './face';
export * from './pinMap';
export * from './ringOut';
export { probeList, type ProbeList, type ProbeReading } from './probeList';
