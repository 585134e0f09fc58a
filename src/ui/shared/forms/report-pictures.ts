import { v7 } from 'uuid';
import { pause } from '../connection/this-line';
import { PictureQueue, type PictureTry } from './picture-queue';
import { shrinkPicture } from './shrink-picture';

const sendMs = 120_000;

/** Sends one picture of a report by the link that its reporter was given. */
async function sendPicture(follow: string, picture: Blob, key: string): Promise<PictureTry> {
  let response: Response;
  try {
    response = await fetch(`/api/follow/${encodeURIComponent(follow)}/photos?key=${key}`, {
      method: 'POST',
      body: picture,
      signal: AbortSignal.timeout(sendMs),
    });
  } catch {
    return { is: 'again', words: 'The line is slow or cut: it is tried again.' };
  }
  if (response.ok) return { is: 'sent' };
  const words = await response
    .json()
    .then((body: { error?: { message?: string } }) => body.error?.message)
    .catch(() => undefined);
  const later = response.status === 429 || response.status >= 500;
  return {
    is: later ? 'again' : 'refused',
    words: words ?? `The server answered ${response.status}.`,
  };
}

/**
 * The way of a report's pictures to the server; it goes on while the page is open, whatever is shown of it.
 * @param newKey the key of each, one after the other: one that is sent again under its key is kept once
 */
export function reportPictures(follow: string, newKey: () => string = v7): PictureQueue<File> {
  return new PictureQueue<File>({
    shrink: shrinkPicture,
    send: (picture, key) => sendPicture(follow, picture, key),
    wait: pause,
    newKey,
  });
}

/** Begins to send the pictures of a report. */
export function sendReportPictures(follow: string, files: readonly File[]): PictureQueue<File> {
  const queue = reportPictures(follow);
  void queue.send(files);
  return queue;
}
