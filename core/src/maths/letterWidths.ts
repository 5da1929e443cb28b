/**
 * How far each printable ASCII letter moves the pen, from the space on, in hundredths of the height of a capital.
 * Measured from Atkinson Hyperlegible bold (the face the studio is set in), so that a caption is spaced alike in the
 * preview, in tables and in a game, whatever face the game draws it in.
 */
const advances = [
  48, 42, 61, 117, 92, 145, 104, 33, 54, 54, 65, 92, 36, 56, 36, 66, 97, 67, 87, 90, 93, 91, 94, 81, 93, 83, 36, 36, 85, 92, 85, 91, 112,
  103, 95, 100, 102, 86, 81, 107, 101, 68, 83, 98, 80, 125, 104, 114, 93, 116, 97, 92, 92, 99, 98, 131, 104, 102, 92, 50, 66, 50, 88, 64,
  47, 82, 89, 77, 89, 84, 55, 89, 85, 47, 39, 84, 47, 132, 85, 85, 89, 89, 55, 79, 56, 85, 78, 108, 79, 77, 77, 55, 35, 55, 79,
];

/** Letters beyond ASCII take the room of a middling one. */
const other = 92;

/** The pen's advance after a letter, in heights of a capital. */
export function advanceOf(letter: string): number {
  return (advances[(letter.codePointAt(0) ?? 0) - 32] ?? other) / 100;
}
