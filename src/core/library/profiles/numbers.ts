// Short words for the fixed tables of shipped profiles.
import { channel, type Message, u7 } from '../../midi';
import { type Given, type Landing, plainLanding } from '../../rig';
import { straight } from '../../values';
import type { ProfileNumber, ProfileParameter } from '../profile';

/** A control change; channel 1–16. */
export const cc = (number: number, ch = 1): Message => ({ type: 'cc', channel: channel(ch), number: u7(number) });
/** A note; channel 1–16. */
export const key = (number: number, ch = 1): Message => ({ type: 'note', channel: channel(ch), number: u7(number) });
/** A program from 0, whatever bank is selected; channel 1–16. */
export const patch = (number: number, ch = 1): Message => ({
  type: 'program',
  channel: channel(ch),
  number: u7(number),
  bank: null,
});

/** Where a parameter is heard, by its name; how, and which value it sets, where that is not plain. */
type Row = readonly [name: string, address: Message, mode?: Landing['mode'], setValue?: number];

/** A fixed table by the names of its parameters. A name that is not in the list is a mistake in the data. */
export function tableOf(parameters: readonly ProfileParameter[], given: Given, rows: readonly Row[]): ProfileNumber[] {
  return rows.map(([name, address, mode = 'absolute', setValue]) => {
    const at = parameters.findIndex((p) => p.name === name);
    const parameter = parameters[at];
    if (!parameter) throw new Error(`no parameter is called ${name}`);
    return {
      parameter: at,
      address,
      mode,
      coding: null,
      from: parameter.lowest,
      to: parameter.highest,
      curve: straight,
      takeover: 'jump',
      setValue: setValue ?? (parameter.kind === 'toggle' ? parameter.highest : parameter.default),
      chosenBy: null,
      by: plainLanding.by,
      channels: plainLanding.channels,
      scope: plainLanding.scope,
      note: '',
      given,
    };
  });
}
