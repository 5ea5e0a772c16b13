/** Requests and streams of events from many people at once, over connections that stay. */
import { Agent, request, type ClientRequest } from 'node:http';

export interface Reply {
  /** 0 where no answer came. */
  status: number;
  milliseconds: number;
  body: string;
}

export interface Asker {
  ask(method: string, path: string, headers: Record<string, string>, body?: string): Promise<Reply>;
  /** @returns what ends the listening */
  listen(
    path: string,
    headers: Record<string, string>,
    hear: (data: Record<string, unknown>) => void,
    lost?: () => void,
  ): ClientRequest;
  close(): void;
}

/** Longer than any request may take, so that one to a killed server ends. */
const patience = 15_000;

export function askerAt(port: number, sockets: number): Asker {
  const agent = new Agent({ keepAlive: true, maxSockets: sockets });
  const host = '127.0.0.1';
  return {
    ask(method, path, headers, body = '') {
      return new Promise<Reply>((done) => {
        const from = performance.now();
        const end = (status: number, text: string) =>
          done({ status, milliseconds: performance.now() - from, body: text });
        const length = { 'content-length': Buffer.byteLength(body) };
        const sent = request(
          {
            host,
            port,
            agent,
            method,
            path,
            timeout: patience,
            headers: { ...headers, ...length },
          },
          (response) => {
            let text = '';
            response.setEncoding('utf8').on('data', (piece: string) => (text += piece));
            response.on('end', () => end(response.statusCode ?? 0, text));
            response.on('error', () => end(0, ''));
          },
        );
        sent.on('timeout', () => sent.destroy());
        sent.on('error', () => end(0, ''));
        sent.end(body);
      });
    },
    listen(path, headers, hear, lost = () => undefined) {
      const sent = request({ host, port, path, headers }, (response) => {
        let text = '';
        response.setEncoding('utf8').on('data', (piece: string) => {
          text += piece;
          for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
            const data = /^data: (.*)$/m.exec(text.slice(0, end))?.[1];
            text = text.slice(end + 2);
            if (data) hear(JSON.parse(data) as Record<string, unknown>);
          }
        });
        response.on('close', lost);
      });
      sent.on('error', lost);
      sent.end();
      return sent;
    },
    close: () => agent.destroy(),
  };
}
