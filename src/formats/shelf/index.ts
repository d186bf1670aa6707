export { mergeShelf, readShelfFile, rowFaults, type ShelfReading } from './readShelfFile';
export { default as shelfSchema } from './shelf.schema.json';
export {
  type CsvFault,
  type CsvRecord,
  csvColumns,
  FORMULA,
  longColumns,
  plainCell,
  readCsvRow,
  writeCsvRow,
} from './rowCsv';
