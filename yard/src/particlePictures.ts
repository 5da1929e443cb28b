/** Side in px of the square in which each built-in particle is drawn in white, as drawing.md describes them. */
const size = 64;

type Brush = (context: CanvasRenderingContext2D) => void;

const brushes: Readonly<Record<string, Brush>> = {
  dot: (context) =>
    glow(context, [
      [0, 1],
      [0.45, 0.95],
      [0.7, 0.35],
      [1, 0],
    ]),
  puff: (context) =>
    glow(context, [
      [0, 0.75],
      [0.4, 0.5],
      [1, 0],
    ]),
  spark(context) {
    context.scale(1, 0.24);
    glow(context, [
      [0, 1],
      [0.5, 0.9],
      [1, 0],
    ]);
  },
  chip(context) {
    context.beginPath();
    for (const [x, y] of [
      [-27, -6],
      [-6, -24],
      [25, -11],
      [17, 20],
      [-14, 23],
    ])
      context.lineTo(x, y);
    context.fill();
  },
};

function glow(context: CanvasRenderingContext2D, stops: readonly (readonly [number, number])[]): void {
  const gradient = context.createRadialGradient(0, 0, 0, 0, 0, 31);
  for (const [at, alpha] of stops) gradient.addColorStop(at, `rgb(255 255 255 / ${alpha})`);
  context.fillStyle = gradient;
  context.beginPath();
  context.arc(0, 0, 31, 0, 2 * Math.PI);
  context.fill();
}

/** The pictures by their names. */
export function drawParticlePictures(): Map<string, HTMLCanvasElement> {
  return new Map(
    Object.entries(brushes).map(([name, brush]) => {
      const canvas = document.createElement('canvas');
      canvas.width = canvas.height = size;
      const context = canvas.getContext('2d') as CanvasRenderingContext2D;
      context.translate(size / 2, size / 2);
      context.fillStyle = 'white';
      brush(context);
      return [name, canvas];
    }),
  );
}
