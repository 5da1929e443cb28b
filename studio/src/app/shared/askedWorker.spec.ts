import { AskedWorker } from './askedWorker';

/** A worker from a text, as the browser runs it. */
const workerOf = (text: string): Worker => new Worker(URL.createObjectURL(new Blob([text], { type: 'text/javascript' })));

/** Doubles what it is asked, and throws at 13. */
const doubling = `onmessage = ({ data: { number, n } }) => {
  if (n === 13) throw new Error('not that one');
  postMessage({ number, twice: 2 * n });
}`;

describe('a worker for requests', () => {
  it('answers each request with its own result', async () => {
    const worker = new AskedWorker<{ n: number }, { twice: number }>(() => workerOf(doubling), 'it came to nothing');
    const answers = await Promise.all([1, 2, 3].map((n) => worker.ask({ n }, [])));
    expect(answers.map(({ twice }) => twice)).toEqual([2, 4, 6]);
    worker.close();
  });

  it('rejects pending requests if it fails, and starts again for the next request', async () => {
    let started = 0;
    const worker = new AskedWorker<{ n: number }, { twice: number }>(() => {
      started++;
      return workerOf(doubling);
    }, 'it came to nothing');
    const told = await Promise.allSettled([worker.ask({ n: 13 }, []), worker.ask({ n: 4 }, [])]);
    const failed = told.flatMap((one) => (one.status === 'rejected' ? [String(one.reason)] : []));
    expect(failed[0]).toMatch(/^Error: it came to nothing: .*not that one/);
    expect((await worker.ask({ n: 5 }, [])).twice).toBe(10);
    expect(started).toBe(2);
    worker.close();
  });
});
