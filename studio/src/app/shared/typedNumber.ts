/** A number as a person types it: with a unit, as arithmetic, or as a change of what stands there. */

export interface TypedContext {
  /** What stands there now: `*1.5`, `/2` and `+0.1` start from it. */
  readonly current: number;
  /** Of the field; only seconds know `ms` and `f`. */
  readonly unit: string;
}

/** Frames are read at this rate when they are typed. */
const framesPerSecond = 60;

/**
 * Reads `0.2`, `200ms`, `12f`, `0.1 + 2f`, `(1 + 2) / 4`, `*1.5`, `/2`, `+0.1`. A leading minus is a negative number.
 * Returns a message for a person instead when it cannot be read.
 */
export function readTypedNumber(text: string, { current, unit }: TypedContext): number | string {
  const source = text.trim().replaceAll(',', '.').replaceAll('−', '-').replaceAll('×', '*');
  if (source === '') return 'expected a number';
  const relative = /^[*/+]/.test(source);
  const reader = new Reader(relative ? `${current < 0 ? `(0${current})` : current}${source}` : source, unit);
  const value = reader.sum();
  if (typeof value === 'string') return value;
  if (!reader.atEnd) return `expected arithmetic such as 0.2, 12f or *1.5, found “${reader.rest}”`;
  return Number.isFinite(value) ? value : 'expected a number that is not endless';
}

/** Recursive descent over sums, products and atoms. A string result is the refusal. */
class Reader {
  private at = 0;

  constructor(
    private readonly text: string,
    private readonly unit: string,
  ) {}

  get atEnd(): boolean {
    return this.peek() === '';
  }

  get rest(): string {
    return this.text.slice(this.at).trim();
  }

  sum(): number | string {
    return this.chain(() => this.product(), { '+': (a, b) => a + b, '-': (a, b) => a - b });
  }

  private product(): number | string {
    return this.chain(() => this.atom(), { '*': (a, b) => a * b, '/': (a, b) => a / b });
  }

  private chain(part: () => number | string, operators: Readonly<Record<string, (a: number, b: number) => number>>): number | string {
    let value = part();
    while (typeof value === 'number' && Object.hasOwn(operators, this.peek())) {
      const apply = operators[this.text[this.at++]];
      const next = part();
      value = typeof next === 'number' ? apply(value, next) : next;
    }
    return value;
  }

  private atom(): number | string {
    const next = this.peek();
    if (next === '-' || next === '+') {
      this.at++;
      const value = this.atom();
      return typeof value === 'number' && next === '-' ? -value : value;
    }
    if (next === '(') {
      this.at++;
      const value = this.sum();
      if (typeof value === 'string') return value;
      if (this.peek() !== ')') return 'expected a closing bracket';
      this.at++;
      return value;
    }
    const [whole, digits, suffix] = /^(\d+\.?\d*|\.\d+)\s*(ms|f|s|px|Hz|dB|°|%)?/.exec(this.text.slice(this.at)) ?? [];
    if (whole === undefined) return `expected arithmetic such as 0.2, 12f or *1.5, found “${this.rest || this.text}”`;
    this.at += whole.length;
    return this.scaled(Number(digits), suffix);
  }

  private scaled(value: number, suffix: string | undefined): number | string {
    if (suffix === undefined || suffix === this.unit) return value;
    if (suffix === '%' && (this.unit === '' || this.unit === '×')) return value / 100;
    if (this.unit === 's' && suffix === 'ms') return value / 1000;
    if (this.unit === 's' && suffix === 'f') return value / framesPerSecond;
    return `expected ${this.unit === 's' ? 's, ms or f' : this.unit ? `${this.unit}` : 'no unit'}, found “${suffix}”`;
  }

  /** The next character that is not blank, or nothing at the end. */
  private peek(): string {
    while (this.text[this.at] === ' ') this.at++;
    return this.text[this.at] ?? '';
  }
}
