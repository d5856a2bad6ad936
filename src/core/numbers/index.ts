export { chooseMessage, type Demand, isFree } from './choose';
export { everyPlainNumber, undefinedFirst } from './order';
