export * from './systemVoltage';
export * from './wire';
export * from './drop';
export * from './fuse';
export * from './loadResistor';
export * from './flasher';
export * from './drain';
export * from './lowLoad';
