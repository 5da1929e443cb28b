/** px of a letter of a name, about. */
const letter = 5.2;
/** px from the middle of a mark to its name. */
const beside = 9;
/** px from a lane's top to the line that names stand on, where they keep off its marks and off the lane above. */
const lines = { above: 5, below: 25 };

export type NameSide = keyof typeof lines;

/** Where a name is written: px from the left, px from its lane's top, and which of its ends is at that place. */
export interface NamePlace {
  readonly x: number;
  readonly y: number;
  readonly anchor: 'start' | 'end';
}

/** Room for the names of marks on lanes: words keep off one another, and one that has no room is told by its mark's tooltip. */
export class NameRooms {
  private readonly taken: Record<NameSide, Map<number, (readonly [from: number, to: number])[]>>;

  /** @param width px of the paper. @param others whose names are there already. */
  constructor(
    private readonly width: number,
    others?: NameRooms,
  ) {
    const copy = (side: NameSide) => new Map([...(others?.taken[side] ?? [])].map(([row, stretches]) => [row, [...stretches]]));
    this.taken = { above: copy('above'), below: copy('below') };
  }

  /** Room for the name of a mark at `x` px, on the first of the sides that has any; it goes left of its mark where the paper ends. */
  place(row: number, x: number, name: string, sides: readonly NameSide[]): NamePlace | undefined {
    const long = beside + name.length * letter;
    const left = x + long > this.width;
    const [from, to] = left ? [x - long, x] : [x, x + long];
    const free = (side: NameSide, of: number): boolean => !this.taken[side].get(of)?.some((one) => from < one[1] && to > one[0]);
    for (const side of sides) {
      // What stands under a lane and what stands over the next would touch.
      if (!free(side, row) || !(side === 'above' ? free('below', row - 1) : free('above', row + 1))) continue;
      this.taken[side].set(row, [...(this.taken[side].get(row) ?? []), [from, to]]);
      return left ? { x: x - beside, y: lines[side], anchor: 'end' } : { x: x + beside, y: lines[side], anchor: 'start' };
    }
    return undefined;
  }
}
