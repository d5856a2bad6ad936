export { arrivals, compileNetwork, type Hop, MOST_HOPS, type Network, type Plan, passesAs } from './network';
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
