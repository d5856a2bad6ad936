// Which way a message goes, how long it takes, and what is in its way.

export { type Arrived, type CarriedWord, networkOf, type Ways, waysOf, wordsOver } from './arrived';
export { type Clocks, clocksOf, tempoParameter } from './clock';
export {
  addressAt,
  heardAnywhere,
  heardAs,
  hearsIt,
  isTranslated,
  landingsHearing,
  type Outlet,
  outletFor,
  type SendsHeard,
  sendsHeard,
  targetsReached,
  translates,
} from './heard';
export { meetingAt } from './meeting';
export {
  arrivals,
  type Beyond,
  channelOf,
  compileNetwork,
  type Hop,
  MOST_COPIES,
  MOST_HOPS,
  type Network,
  type Plan,
  passesAs,
} from './network';
export { type Hearing, type Picture, type PictureUnit, type PictureWire, wiringPicture } from './picture';
export { arrivalPort, hopsIn } from './ports';
export { accepts, type Route, routesFrom } from './routes';
export { eachGoing, type Going, goesTo, type Sent, sentOn } from './sent';
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
export { type Became, carriedBy, compileTranslator, letsThrough, type Translate, translateMessage } from './translate';
