export * from './reason';
export { nearestName } from './nearestName';
export { seededRandom } from './seededRandom';
