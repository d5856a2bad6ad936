// From the map to the show: what feet do, and when. Nothing here knows of screens.
export { type Lost, lostOn, type NotKnown, type WayHome } from './lost';
export { lostWords } from './words';
