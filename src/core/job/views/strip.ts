import type { StripReading } from '../readings/work';
import type { Job } from './view';

/** Strip and Mount: one plan, read from both of its ends. It is laid out in the reading already. */
export const stripView = ({ reading }: Job): StripReading => reading.strip;
