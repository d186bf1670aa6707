export { mergeShelf, readShelfFile, type ShelfReading } from './readShelfFile';
export { default as shelfSchema } from './shelf.schema.json';
