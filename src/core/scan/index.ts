export { greyOf } from './grey';
export { readScan, type Scan } from './readScan';
