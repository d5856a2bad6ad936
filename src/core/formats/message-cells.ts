// A message as the cells of a table: its kind, its number and its channel, in the base in which a device counts.
import { err, ok, type Result } from '../base';
import { type CellProblem, quoted } from '../commands';
import { channelSchema, type Message, parseNote, u7Schema, u14Schema } from '../midi';
import type { Reception } from '../rig';

type Style = Reception['shows'];

export interface MessageCells {
  readonly kind: string;
  readonly number: string;
  readonly channel: string;
}

/** Reads a message; an empty kind is a control change, an empty channel the given one (1–16). */
export function readMessage(cells: MessageCells, style: Style, usual: number): Result<Message, CellProblem> {
  const parsed = channelSchema.safeParse(cells.channel === '' ? usual : Number(cells.channel) + 1 - style.channelBase);
  if (!parsed.success) return err({ code: 'no-channel', text: quoted(cells.channel, 20) });
  const channel = parsed.data;
  const kind = cells.kind.toLowerCase();
  const text = cells.number;
  if (['pitch bend', 'pitch-bend', 'bend'].includes(kind)) return ok({ type: 'pitch-bend', channel });
  if (['channel pressure', 'channel-pressure', 'pressure'].includes(kind)) return ok({ type: 'channel-pressure', channel });
  if (text === '') return err({ code: 'number-missing' });
  if (['cc', 'control change', 'control', ''].includes(kind)) {
    const number = u7Schema.safeParse(Number(text));
    return number.success
      ? ok({ type: 'cc', channel, number: number.data })
      : err({ code: 'no-control-number', text: quoted(text, 20) });
  }
  if (['note', 'n'].includes(kind)) {
    const number = u7Schema.safeParse(/^\d+$/.test(text) ? Number(text) : (parseNote(text, style.middleC) ?? -1));
    return number.success ? ok({ type: 'note', channel, number: number.data }) : err({ code: 'no-note', text: quoted(text, 20) });
  }
  if (['program', 'pc', 'program change'].includes(kind)) {
    const number = u7Schema.safeParse(Number(text) - style.programBase);
    return number.success
      ? ok({ type: 'program', channel, number: number.data, bank: null })
      : err({ code: 'no-program', text: quoted(text, 20) });
  }
  if (kind === 'nrpn') {
    const number = u14Schema.safeParse(Number(text));
    return number.success
      ? ok({ type: 'nrpn', channel, number: number.data })
      : err({ code: 'no-control-number', text: quoted(text, 20) });
  }
  return err({ code: 'no-message-kind', text: quoted(kind) });
}

/** A message in cells that `readMessage` reads; null for a kind that a table cannot say. */
export function messageCells(message: Message, style: Style): MessageCells | null {
  if (message.type === 'pitch-bend' || message.type === 'channel-pressure')
    return { kind: message.type.replace('-', ' '), number: '', channel: String(message.channel - 1 + style.channelBase) };
  if (message.type !== 'cc' && message.type !== 'note' && message.type !== 'program' && message.type !== 'nrpn') return null;
  if (message.type === 'program' && message.bank !== null) return null;
  const number = message.number + (message.type === 'program' ? style.programBase : 0);
  return { kind: message.type, number: String(number), channel: String(message.channel - 1 + style.channelBase) };
}
