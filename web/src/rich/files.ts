/**
 * Sends files to the server, with progress: fetch cannot say how much has gone, so this is the one
 * place without it.
 */
import type { ProblemBody } from '@oaken/contract';
import type { KeptFile } from '@oaken/contract/files';
import { addressOf } from '../client/call';
import { csrfToken, Refused, Unreachable } from '../client/request';
import { say } from '../words/teacher';

export type { KeptFile } from '@oaken/contract/files';

export function keepFile(
  file: File,
  as: 'picture' | 'sound' | 'film',
  { signal, progress }: { signal?: AbortSignal; progress?: (share: number) => void } = {},
): Promise<KeptFile> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('POST', addressOf('keepFile', {}, { name: file.name, type: file.type, as }));
    request.setRequestHeader('Content-Type', 'application/octet-stream');
    request.setRequestHeader('X-CSRF-Token', csrfToken() ?? '');
    request.responseType = 'json';
    request.upload.onprogress = ({ loaded, total }) => progress?.(total > 0 ? loaded / total : 0);
    request.onload = () =>
      request.status === 200
        ? resolve(request.response as KeptFile)
        : reject(
            new Refused(
              (request.response as ProblemBody | null) ?? {
                type: 'about:blank',
                title: say('editor.theServerAnsweredStatus', { status: request.status }),
                status: request.status,
              },
            ),
          );
    request.onerror = () => reject(new Unreachable());
    request.onabort = () => reject(new DOMException(say('editor.canceled'), 'AbortError'));
    signal?.addEventListener('abort', () => request.abort());
    request.send(file);
  });
}
