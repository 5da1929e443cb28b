/// <reference lib="webworker" />
import { signatureWork, type SignatureRequest } from './signatureWork';

const work = signatureWork();

addEventListener('message', ({ data }: MessageEvent<SignatureRequest>) => {
  const answer = work(data);
  if (answer) postMessage(answer);
});
