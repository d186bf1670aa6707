export * from './systemVoltage';
