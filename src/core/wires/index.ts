// Which way a message goes, how long it takes, and what is in its way.

export { arrivals, compileNetwork, type Hop, MOST_HOPS, type Network, type Plan, passesAs } from './network';
export { type Hearing, type Picture, type PictureUnit, type PictureWire, wiringPicture } from './picture';
export { arrivalPort, hopsIn, hopsOf } from './ports';
export { accepts, type Route, routesFrom } from './routes';
export {
  DIN_BYTE_MS,
  dinLoad,
  sendOver,
  silentWire,
  type Timing,
  type Transport,
  usualTiming,
  type WireState,
  wireLoad,
} from './timing';
