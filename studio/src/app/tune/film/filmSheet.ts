import type { FilmFrame } from '@undatio/core/internal';

const columns = 10;
const gap = 4;
const foot = 18;

/** All frames as one picture, row by row, each with its number and its instant. Rejects where the browser cannot make it. */
export async function drawSheet(frames: readonly (FilmFrame & { readonly picture: HTMLCanvasElement })[], rate: number): Promise<Blob> {
  const [{ width, height }] = frames.map(({ picture }) => picture);
  const rows = Math.ceil(frames.length / columns);
  const canvas = document.createElement('canvas');
  canvas.width = Math.min(columns, frames.length) * (width + gap) + gap;
  canvas.height = rows * (height + foot + gap) + gap;
  const context = canvas.getContext('2d');
  if (!context) throw new Error('this browser has no 2D canvas');
  context.fillStyle = '#f6f0e2';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.font = '12px sans-serif';
  frames.forEach(({ picture, index, t }, i) => {
    const x = gap + (i % columns) * (width + gap);
    const y = gap + Math.floor(i / columns) * (height + foot + gap);
    context.drawImage(picture, x, y);
    if (index === 0) {
      context.strokeStyle = '#bf3a26';
      context.lineWidth = 3;
      context.strokeRect(x, y, width, height);
    }
    context.fillStyle = index === 0 ? '#bf3a26' : '#1e2b33';
    context.fillText(`${index === 0 ? 'contact' : index} · ${(t * 1000).toFixed(0)} ms · ${rate} f/s`, x + 2, y + height + 13, width);
  });
  return new Promise((done, fail) =>
    canvas.toBlob((blob) => (blob ? done(blob) : fail(new Error('the picture could not be made'))), 'image/png'),
  );
}
