export { type CaseReading, readCase } from './readCase';
