// Every property of a run of tests begins at one seed, so that the same code gives the same result wherever it is tested. Chance belongs to `npm run fuzz`,
// which names other seeds; KEEN_DIAL_SEED names one by hand.
import fc from 'fast-check';

fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: Number(process.env.KEEN_DIAL_SEED ?? 20261130) });
