// What is heard of what no function sends: what it moves that it is not there for, and what it is there for in vain.
import { shortName } from '../midi';
import type { Send } from '../rig';
import { outletFor } from '../wires';
import { sharersOf } from './address-clash';
import type { CheckContext, Facts, Finding, Found } from './finding';
import { movedBy } from './heard-by';
import type { SentBesides } from './sent-besides';

/** A message that goes out besides, and a parameter that it moves, or does not. */
export interface HeardBesides {
  readonly sent: SentBesides;
  readonly message: string;
  readonly parameterId: string;
  /** Its name. */
  readonly parameter: string;
}

/** Findings about the arrival or the layer that sends, with facts of their own. */
export const foundBesides = <F extends Facts>(
  all: readonly HeardBesides[],
  severity: Finding['severity'],
  factsOf: (heard: HeardBesides) => F,
): readonly Found<F>[] =>
  all.map((heard) => ({
    severity,
    about: heard.sent.about,
    subjectId: heard.sent.id,
    parameterId: heard.parameterId,
    facts: factsOf(heard),
  }));

/** Each send of something, with the parameters that it moves by something that listens. */
function heardOf(context: CheckContext, { sender, sends }: SentBesides) {
  return sends.map((send) => {
    const sharers = sharersOf(context.index, outletFor(context.index, sender.controlId, send), send.message);
    const moved = movedBy(context, sender, send, send.message, sharers, new Set());
    return { send, heard: moved.flatMap((m) => (m.landing ? [m.parameterId] : [])) };
  });
}

const each = ({ index }: CheckContext, sent: SentBesides, send: Send, ids: readonly string[]): readonly HeardBesides[] =>
  [...new Set(ids)].map((parameterId) => {
    const parameter = index.parameters.get(parameterId)?.name ?? '?';
    return { sent, message: shortName(send.message), parameterId, parameter };
  });

/** What is moved that none of the messages is there for: those that go out together belong together. */
export const movedUnmeant = (context: CheckContext, besides: readonly SentBesides[]): readonly HeardBesides[] =>
  besides.flatMap((sent) => {
    const meant = new Set(sent.sends.flatMap((s) => s.meant));
    return heardOf(context, sent).flatMap(({ send, heard }) => {
      const unmeant = heard.filter((id) => !meant.has(id));
      return each(context, sent, send, unmeant);
    });
  });

/** What something is there for that none of its messages moves. */
export const saidToNobody = (context: CheckContext, besides: readonly SentBesides[]): readonly HeardBesides[] =>
  besides.flatMap((sent) => {
    const sends = heardOf(context, sent);
    const heard = new Set(sends.flatMap((s) => s.heard));
    return sends.flatMap(({ send }) => {
      const missed = send.meant.filter((id) => !heard.has(id));
      return each(context, sent, send, missed);
    });
  });
