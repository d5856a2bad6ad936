export { type KeptOutput, keptOpen, keptOutput, type PortNow, type WantedPort } from './kept';
export { madeUpTouches } from './made-up-touches';
export { type PortInfo, type PortProblem, problemWords } from './port';
export { ECHO, HAND, NOISY, SOFTWARE, simulatedPorts, UNIT } from './simulated';
export { type MidiBrowser, webMidi } from './web-midi';
