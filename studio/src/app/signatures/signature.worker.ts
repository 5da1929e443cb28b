/// <reference lib="webworker" />
import { shelfWork, signatureWork, type ShelfRequest, type SignatureRequest } from './signatureWork';

const work = signatureWork();

addEventListener('message', ({ data }: MessageEvent<SignatureRequest | ShelfRequest>) => {
  if ('shelf' in data) {
    void shelfWork(data).then((answer) => postMessage(answer));
    return;
  }
  const answer = work(data);
  if (answer) postMessage(answer);
});
