'use client';
import type { Beginning } from '@/core/begin';
import { effectWords } from '@/core/bench';
import type { RigIndex } from '@/core/rig';
import { UNIT } from '@/ports';
import { OutcomeCard } from '../inspector/outcome-card';
import { PortSelect, PortTrouble } from '../ports/port-select';
import { usePort } from '../ports/use-port';
import { Button, buttonLook } from '../primitives/button';
// The end of a beginning: the function is tried, on the hardware or by the simulated unit, and what arrived and what moved is said.
import { Link } from '../primitives/link';
import { AskPanel } from '../proof/ask-panel';
import { useAsk } from '../proof/use-ask';
import { useDoctor } from '../proof/use-doctor';
import { useKeeping } from '../proof/use-keeping';
import type { Proofs } from '../proof/use-proofs';
import { useSimulatedUnit } from '../proof/use-simulated-unit';
import { useTrial } from '../proof/use-trial';
import { useWho } from '../proof/use-who';
import { useRig } from '../store/provider';
import { WaitingRecords } from '../store/waiting-records';
import { Step } from './step-parts';

interface Props {
  readonly index: RigIndex;
  readonly beginning: Beginning;
  readonly proofs: Proofs;
}

const nothing = (): void => undefined;

export function ProofStep({ index, beginning, proofs }: Props) {
  const { first, standing } = beginning;
  const edit = useRig((s) => s.edit);
  const outcome = useRig((s) => (first ? s.outcomes.get(first.assignment.id) : undefined));
  const ask = useAsk(index, first);
  const [who] = useWho();
  const doctor = useDoctor(index.rig);
  const keeping = useKeeping({ index, keep: proofs.keep, who });
  const trial = useTrial(ask, doctor, keeping.ended, nothing);
  const port = usePort(trial.take, UNIT);
  const simulated = port.info?.made !== 'device';
  keeping.through({ name: port.info?.name ?? '', simulated });
  const unit = useSimulatedUnit(index, port.chosen === UNIT ? ask : null, trial, port.play);
  const home = `/rigs/${index.rig.id}`;
  if (!ask || !first || !standing) return <NothingSent home={home} />;
  return (
    <div className="flex max-w-[980px] flex-col gap-4">
      <div className="flex flex-wrap items-center gap-2 border-b pb-3">
        <span className="text-xs text-ink-2">from</span>
        <PortSelect port={port} className="w-52" />
        {port.chosen === UNIT ? (
          <Button tone="primary" onClick={unit.play}>
            Let the simulated unit play it
          </Button>
        ) : (
          <p className="text-xs text-ink-2">
            Your hardware has to send it first:{' '}
            <Link className="text-verdigris underline" href={`${home}/sheet/walk`}>
              enter it step by step
            </Link>
          </p>
        )}
        <Button onClick={trial.again}>Try again</Button>
      </div>
      <PortTrouble port={port} />
      <WaitingRecords one="trial" logbook={proofs} />
      <AskPanel
        index={index}
        ask={ask}
        trial={trial}
        standing={standing}
        simulated={simulated && !trial.typed}
        trials={[]}
        onEdit={(change) => void edit(change)}
        calibrateHref={`${home}/proof/calibrate?control=${first.control.id}`}
      />
      <Moved beginning={beginning} home={home} />
      <div className="max-w-[420px]">
        <OutcomeCard index={index} assignment={first.assignment} outcome={outcome} />
      </div>
    </div>
  );
}

function NothingSent({ home }: { readonly home: string }) {
  return (
    <Step title="Press it and see" about="No function sends anything that can be heard yet. Give a control a parameter first.">
      <Link className={`${buttonLook({})} self-start`} href={`${home}/map`}>
        To the map
      </Link>
    </Step>
  );
}

/** What the function does to its parameter, and once it is proved, where to go on. */
function Moved({ beginning: { there, done, first }, home }: { readonly beginning: Beginning; readonly home: string }) {
  if (!first || done.length === 0) return null;
  const wrong = done.filter((d) => !d.asWanted);
  const words = (list: typeof done): string =>
    list.map((d) => `${d.parameter.name}: ${effectWords(d.did, d.parameter)}`).join('; ');
  if (wrong.length > 0)
    return (
      <p role="status" className="rounded-md border border-caution px-4 py-2">
        What arrives does not do what is wanted. {words(wrong)}.{' '}
        <Link className="text-verdigris underline" href={`${home}/map?control=${first.control.id}`}>
          See what would mend it
        </Link>
      </p>
    );
  if (!there.has('proof')) return null;
  return (
    <div
      role="status"
      className="flex flex-wrap items-center gap-3 rounded-md border border-verdigris bg-verdigris-wash px-4 py-2.5"
    >
      <p className="min-w-0 flex-1">
        <b>That is your first function.</b> It arrived, and it does what is wanted. {words(done)}.
      </p>
      <Link className={buttonLook({ tone: 'primary' })} href={`${home}/map`}>
        Map the rest
      </Link>
      <Link className={buttonLook({})} href={`${home}/sheet`}>
        What to enter
      </Link>
    </div>
  );
}
