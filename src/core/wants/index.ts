// What a player wants of a function, and how far an outcome falls short of it.
export { type Done, doneBy, shortOf } from './as-wanted';
export { leastShortfall, type Shortfall, shortfallOf } from './shortfall';
export { type StepOffer, type StepWay, stepOffers } from './step-offers';
export { possibleWants, sayWant, type Wanted, wantedOf, wantWords } from './want';
