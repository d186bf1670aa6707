export * from './controls';
export * from './expression';
export * from './states';
export * from './circuit';
export * from './converted';
export * from './needs';
export * from './fewSwitches';
