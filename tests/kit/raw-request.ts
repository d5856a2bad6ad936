// One request over a plain connection, byte for byte, as no client library would send it.
import { connect } from 'node:net';

export interface RawAnswer {
  /** 0 where the other side closed the line without a word. */
  readonly status: number;
  readonly headers: ReadonlyMap<string, string>;
  readonly body: string;
}

/** Sends text and reads until the other side is done, or for at most `forMs`. */
export function rawRequest(port: number, text: string, forMs = 4000): Promise<RawAnswer> {
  return new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1');
    let got = '';
    const end = (): void => {
      socket.destroy();
      resolve(answerOf(got));
    };
    const late = setTimeout(end, forMs);
    socket.on('connect', () => socket.write(text));
    socket.on('data', (chunk: Buffer) => {
      got += chunk.toString('latin1');
      const answer = answerOf(got);
      const length = answer.headers.get('content-length');
      if (length !== undefined && Buffer.byteLength(answer.body, 'latin1') >= Number(length)) {
        clearTimeout(late);
        end();
      }
    });
    for (const over of ['close', 'error'] as const)
      socket.on(over, () => {
        clearTimeout(late);
        end();
      });
  });
}

function answerOf(text: string): RawAnswer {
  const [head = '', ...rest] = text.split('\r\n\r\n');
  const [first = '', ...lines] = head.split('\r\n');
  return {
    status: Number(/^HTTP\/1\.1 (\d{3})/.exec(first)?.[1] ?? 0),
    headers: new Map(
      lines.map((line) => [line.slice(0, line.indexOf(':')).toLowerCase(), line.slice(line.indexOf(':') + 1).trim()]),
    ),
    body: rest.join('\r\n\r\n'),
  };
}
