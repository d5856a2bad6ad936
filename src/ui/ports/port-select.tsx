'use client';
// Choosing a port, asking the browser for devices, and what is wrong when one cannot be had.
import { problemWords } from '@/ports';
import { cx } from '../primitives/cx';
import { Select } from '../primitives/field';
import type { PortsChoice } from './use-ports';

const ASK = 'ask for devices';

export function PortSelect({
  port,
  none,
  className,
  label = 'Port',
}: {
  readonly port: PortsChoice;
  /** What choosing no port is called; absent where there has to be one. */
  readonly none?: string;
  readonly className?: string;
  readonly label?: string;
}) {
  const devices = port.ports.filter((p) => p.made === 'device');
  return (
    <Select
      aria-label={label}
      className={cx('h-7 text-xs', className)}
      value={port.chosen ?? ''}
      onChange={(e) => {
        if (e.target.value === ASK) port.askForDevices();
        else port.choose(e.target.value === '' ? null : e.target.value);
      }}
    >
      {none !== undefined && <option value="">{none}</option>}
      {port.ports
        .filter((p) => p.made === 'simulated')
        .map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      {devices.map((p) => (
        <option key={p.id} value={p.id}>
          {p.name}
        </option>
      ))}
      <option value={ASK}>{devices.length > 0 ? 'Look for devices again' : 'Look for MIDI devices…'}</option>
    </Select>
  );
}

export function PortTrouble({ port }: { readonly port: Pick<PortsChoice, 'asking' | 'problem'> }) {
  if (port.asking)
    return (
      <p role="status" className="text-xs text-ink-2">
        The browser is asked for MIDI devices; it may want your permission.
      </p>
    );
  if (port.problem === null) return null;
  return (
    <p role="alert" className="text-xs text-stop">
      {problemWords[port.problem]}
    </p>
  );
}
