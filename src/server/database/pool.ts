// A few connections that are shared: each piece of work has one to itself.
import type { Connection } from './sql';

export interface Pool {
  readonly use: <T>(work: (connection: Connection) => Promise<T>) => Promise<T>;
  readonly close: () => Promise<void>;
}

/** Up to so many connections, opened when they are first needed; whoever finds none free waits in line. */
export function pool(open: () => Promise<Connection>, most: number): Pool {
  const free: Connection[] = [];
  // Whoever waits is handed a connection, or nothing where one could not be opened: then it tries to open one itself.
  const waiting: ((connection: Connection | null) => void)[] = [];
  const running = new Set<Promise<unknown>>();
  const all = new Set<Connection>();
  let opened = 0;
  const take = async (): Promise<Connection> => {
    const one = free.pop();
    if (one) return one;
    if (opened >= most) return (await new Promise<Connection | null>((resolve) => waiting.push(resolve))) ?? take();
    opened++;
    try {
      const connection = await open();
      all.add(connection);
      return connection;
    } catch (error) {
      opened--;
      waiting.shift()?.(null);
      throw error;
    }
  };
  const give = (connection: Connection): void => {
    const next = waiting.shift();
    if (next) next(connection);
    else free.push(connection);
  };
  return {
    use: (work) => {
      const turn = (async () => {
        const connection = await take();
        try {
          return await work(connection);
        } finally {
          give(connection);
        }
      })();
      const settled = turn.then(
        () => undefined,
        () => undefined,
      );
      running.add(settled);
      void settled.then(() => running.delete(settled));
      return turn;
    },
    close: async () => {
      for (const connection of all) connection.interrupt();
      while (running.size > 0) await Promise.all(running);
      for (const connection of free.splice(0)) await connection.close();
      all.clear();
      opened = 0;
    },
  };
}
