/** Two plain bodies to strike before a game's own are there, as SVG, drawn for 84 × 96 px: the striker looks to the right, the dummy to the left. */

const outline = 'stroke="#26323a" stroke-width="3" stroke-linejoin="round"';

function svg(drawing: string): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="168" height="192" viewBox="0 0 84 96">${drawing}</svg>\n`;
}

/** Seen from the side: a bolster on a foot, with a brow that tells where it looks. */
function fromTheSide(light: string, dark: string): string {
  return (
    `<ellipse cx="42" cy="88" rx="26" ry="6" fill="#26323a"/>` +
    `<path d="M20 84 C12 60 14 22 42 10 C70 22 72 60 64 84 C56 90 28 90 20 84Z" fill="${light}" ${outline}/>` +
    `<path d="M19 58 C34 66 52 66 66 58" fill="none" stroke="${dark}" stroke-width="5" stroke-linecap="round"/>` +
    `<path d="M17 74 C34 82 52 82 67 74" fill="none" stroke="${dark}" stroke-width="5" stroke-linecap="round"/>` +
    `<path d="M19 38 C24 30 34 30 38 36" fill="none" stroke="#26323a" stroke-width="4" stroke-linecap="round"/>` +
    `<circle cx="28" cy="41" r="4" fill="#26323a"/>`
  );
}

/** Seen from above: a round body with a wedge that tells where it looks. */
function fromAbove(light: string, dark: string): string {
  return (
    `<path d="M14 48 L2 48 L16 36 Z M14 48 L16 60 L2 48 Z" fill="${dark}" ${outline}/>` +
    `<circle cx="46" cy="48" r="34" fill="${light}" ${outline}/>` +
    `<circle cx="46" cy="48" r="20" fill="none" stroke="${dark}" stroke-width="5"/>` +
    `<circle cx="26" cy="36" r="4" fill="#26323a"/><circle cx="26" cy="60" r="4" fill="#26323a"/>`
  );
}

/** The picture of a stand-in by what it stands for. */
export function standIn(role: 'striker' | 'dummy', seen: 'side' | 'above'): string {
  const [light, dark] = role === 'striker' ? ['#7fb0c4', '#3f7389'] : ['#e0c79a', '#a8854c'];
  const body = seen === 'side' ? fromTheSide(light, dark) : fromAbove(light, dark);
  return svg(role === 'striker' ? `<g transform="matrix(-1 0 0 1 84 0)">${body}</g>` : body);
}
