export { accepts, passes, portFits, type Route, routesFrom } from './routes';
export { DIN_BYTE_MS, dinLoad, sendOver, silentWire, type Timing, usualTiming, type WireState } from './timing';
