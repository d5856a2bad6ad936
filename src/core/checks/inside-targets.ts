// What goes on inside a target: what is moved along with something else, what has to be so first, banks of channels that nothing moves.
import { showValue } from '../bench';
import { landingsFor, patch } from '../commands';
import { batch, type ChannelBank, type Parameter, type RigIndex, stripsOf } from '../rig';
import { type AssignmentCheck, type Found, noFixes, type RigCheck, subjectOf } from './finding';

/** The macros that move a parameter along and are themselves moved by something on the rig. */
export const macrosOver = (index: RigIndex, { id, targetId }: Parameter): readonly Parameter[] =>
  (index.macrosOver.get(id) ?? []).filter((m) => m.targetId === targetId && (index.sendsFor.get(m.id) ?? []).length > 0);

export const movedAlongToo: AssignmentCheck<'moved-along-too', { readonly parameter: string; readonly macro: string }> = {
  scope: 'assignment',
  id: 'moved-along-too',
  group: 'movement',
  name: 'A macro moves it too',
  severities: ['note'],
  asks: 'all',
  guide: 'A macro moves the same parameter along: whichever was touched last decides where it stands.',
  say: ({ parameter, macro }) => ({
    title: `${macro} moves ${parameter} along too.`,
    reason: `Whichever was touched last decides where it stands. Take it out of ${macro}, or leave this one for when ${macro} is not used.`,
  }),
  find: ({ index }, assignment) => {
    const meant = new Set(assignment.actions.flatMap((a) => (a.type === 'send' ? a.meant : [])));
    return [...meant].flatMap((id): Found<{ parameter: string; macro: string }>[] => {
      const parameter = index.parameters.get(id);
      // Its own macro is no second hand.
      return !parameter
        ? []
        : macrosOver(index, parameter)
            .filter((m) => !meant.has(m.id))
            .map((m) => ({ severity: 'note', parameterId: id, facts: { parameter: parameter.name, macro: m.name } }));
    });
  },
  fixes: ({ index }, finding) => {
    const parameter = index.parameters.get(finding.parameterId ?? '');
    if (!parameter) return [];
    return macrosOver(index, parameter).map((macro) => {
      const label = `Take ${parameter.name} out of ${macro.name}`;
      const drives = macro.drives.filter((d) => d.parameterId !== parameter.id);
      return { label, edit: batch(label, patch('parameters', macro, { drives })) };
    });
  },
};

export const needsFirst: AssignmentCheck<
  'needs-first',
  { readonly parameter: string; readonly needs: string; readonly now: 'so' | 'not-so' | 'nobody-sets-it' | 'words' }
> = {
  scope: 'assignment',
  id: 'needs-first',
  group: 'care',
  name: 'Something has to be so first',
  severities: ['caution', 'note'],
  asks: 'all',
  guide: 'It does nothing until something else in its target is as it has to be: armed, selected, switched on.',
  say: ({ parameter, needs, now }) => ({
    title: `${parameter} moves only if ${needs}.`,
    reason:
      now === 'nobody-sets-it'
        ? 'It is not so at the start of the show, and nothing on this rig makes it so.'
        : now === 'not-so'
          ? 'It is not so at the start of the show. Something on this rig can make it so: see that it comes first.'
          : now === 'so'
            ? 'It is so at the start of the show; whatever changes it takes this away.'
            : 'Nobody here can tell whether it is. Look before the show.',
  }),
  find: ({ index }, assignment) => {
    const seen = new Set<string>();
    return assignment.actions.flatMap((action) =>
      action.type !== 'send'
        ? []
        : landingsFor(index, assignment, action).flatMap((landing) => {
            const parameter = index.parameters.get(landing.parameterId);
            if (!parameter || !action.meant.includes(parameter.id)) return [];
            return landing.conditions.flatMap(({ words, when }): Found<Parameters<typeof needsFirst.say>[0]>[] => {
              const key = `${parameter.id} ${words}`;
              if (seen.has(key)) return [];
              seen.add(key);
              const of = when === null ? undefined : index.parameters.get(when.parameterId);
              const so = when !== null && of?.start === when.value;
              const set = (index.sendsFor.get(of?.id ?? '') ?? []).length > 0;
              // As it is, nothing here takes it away.
              if (so && !set) return [];
              const now = !of ? 'words' : so ? 'so' : set ? 'not-so' : 'nobody-sets-it';
              const told = when && of ? `${words} (${of.name}: ${showValue(of, when.value)})` : words;
              return [
                {
                  severity: now === 'nobody-sets-it' ? 'caution' : 'note',
                  parameterId: parameter.id,
                  facts: { parameter: parameter.name, needs: told, now },
                },
              ];
            });
          }),
    );
  },
  fixes: (context, finding) => {
    const assignment = subjectOf(context, finding);
    if (!assignment || finding.facts.now !== 'nobody-sets-it') return [];
    const { index } = context;
    return assignment.actions
      .flatMap((a) => (a.type === 'send' ? landingsFor(index, assignment, a) : []))
      .filter((l) => l.parameterId === finding.parameterId)
      .flatMap((l) =>
        l.conditions.flatMap(({ when }) => {
          const of = index.parameters.get(when?.parameterId ?? '');
          if (!when || !of || of.start === when.value || when.value < of.lowest || when.value > of.highest) return [];
          const label = `Start the show with ${of.name} at ${showValue(of, when.value)}`;
          return [{ label, edit: batch(label, patch('parameters', of, { start: when.value })) }];
        }),
      );
  },
};

export const bankNeverMoves: RigCheck<
  'bank-never-moves',
  { readonly bank: string; readonly target: string; readonly width: number; readonly strips: number }
> = {
  scope: 'rig',
  id: 'bank-never-moves',
  group: 'layers and banks',
  name: 'A bank of channels that nothing moves',
  severities: ['caution'],
  guide: 'A bank of channels is wider than the controller, and nothing on the rig moves it on.',
  say: ({ bank, target, width, strips }) => ({
    title: `${bank} of ${target} shows ${width} of ${strips} strips, and nothing moves it on.`,
    reason: 'Put what moves it on two switches, or make it by hand in the software and keep it there.',
  }),
  reads: ['targets', 'parameters', 'assignments', 'landings', 'layers'],
  find: ({ index }) =>
    index.rig.targets.flatMap((target) =>
      target.channelBanks.flatMap((bank) => {
        const strips = stripsOf(bank);
        const used = bank.lanes.some((lane) => lane.some((id) => (index.sendsFor.get(id) ?? []).length > 0));
        const over = bank.rows && bank.lanes.length > bank.rows.height ? bank.rows : null;
        if (!used || (strips <= bank.width && !over) || movesFromHere(index, bank)) return [];
        const facts = { bank: bank.name, target: target.name, width: bank.width, strips };
        return [
          { severity: 'caution' as const, about: 'targets' as const, subjectId: target.id, parameterId: bank.moved, facts },
        ];
      }),
    ),
  fixes: noFixes,
};

/** Whether something on the rig moves a bank of channels on in a direction in which there is more: by hand, or to what is selected. */
export function movesFromHere(index: RigIndex, bank: ChannelBank): boolean {
  const sent = (id: string | null | undefined): boolean => (index.sendsFor.get(id ?? '') ?? []).length > 0;
  const { moved, width, rows, lanes, toSelected } = bank;
  const along =
    stripsOf(bank) > width && (sent(moved) || (toSelected !== undefined && sent(toSelected.by ?? toSelected.selected)));
  return along || (rows !== undefined && lanes.length > rows.height && sent(rows.moved));
}
