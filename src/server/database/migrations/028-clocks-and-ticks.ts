// A controller may send a MIDI clock of its own, and a translator may be ticked as set up. Older ones send none and are not ticked. Frozen: a step that has shipped is
// never changed.
import type { Migration } from './migration';

export const clocksAndTicks: Migration = {
  name: '028-clocks-and-ticks',
  up: async ({ run }) => {
    await run(`ALTER TABLE "controllers" ADD COLUMN "clock" TEXT`);
    await run(`ALTER TABLE "wires" ADD COLUMN "entered" TEXT`);
  },
};
