// Written forms of a player's own: what a template is given is in the core; here it is written, within limits.
export { shippedForms } from './shipped.data';
export { FORM_MS, type Written, writeForm } from './write';
