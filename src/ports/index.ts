export { type PortInfo, type PortProblem, problemWords } from './port';
export { ECHO, HAND, NOISY, simulatedPorts } from './simulated';
export { type MidiBrowser, webMidi } from './web-midi';
