import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { activePart } from './activePicture.js';
import { paths } from './paths.js';

const svg = (inside: string, attributes = ''): Uint8Array =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`);

describe('a picture that is drawn by text', () => {
  it('is told by what could run or reach out', () => {
    const told: readonly (readonly [Uint8Array, string])[] = [
      [svg('<script>alert(1)</script>'), 'a script'],
      [svg('<svg:script href="#a"/>'), 'a script'],
      [svg('<rect/>', 'onload="alert(1)"'), 'an attribute that runs when something happens'],
      [svg('<rect width="1"onclick=alert(1) />'), 'an attribute that runs when something happens'],
      [svg('<foreignObject><p/></foreignObject>'), 'something that is no picture'],
      [svg('<a href="javascript:alert(1)"><rect/></a>'), 'an address that runs'],
      [svg('<a href="&#106;ava&#x73;cript:alert(1)"><rect/></a>'), 'an address that runs'],
      [svg('<a href="java\nscript:alert(1)"><rect/></a>'), 'an address that runs'],
      [svg('<image href="https://example.invalid/a.png"/>'), 'an address outside of it'],
      [svg("<use xlink:href='other.svg#a'/>"), 'an address outside of it'],
      [svg('<style>@import "a.css"</style>'), 'an address outside of it'],
      [svg('<rect fill="url(https://example.invalid/#a)"/>'), 'an address outside of it'],
      [Buffer.from('<!DOCTYPE svg [<!ENTITY a "b">]><svg/>'), 'entities of its own'],
      [Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from('<svg><script/></svg>', 'utf16le')]), 'a script'],
    ];
    for (const [bytes, part] of told) expect(activePart(bytes)).withContext(Buffer.from(bytes).toString()).toBe(part);
  });

  it('may be anything that only draws', () => {
    const drawn = [
      svg('<!-- <script> stands in a comment --><rect fill="url(#a)" style="fill:url(\'#a\')"/><use href="#b"/>'),
      svg('<image href="data:image/png;base64,AAAA"/><text>on = off, one="two"</text>'),
      Buffer.from([0x89, 0x50, 0x4e, 0x47]),
      Buffer.from('RIFF <script>'),
    ];
    for (const bytes of drawn) expect(activePart(bytes)).withContext(Buffer.from(bytes).toString()).toBeUndefined();
    const folder = join(paths.demoProject, '../assets/pictures');
    const pictures = readdirSync(folder).filter((name) => name.endsWith('.svg'));
    expect(pictures.length).toBeGreaterThan(5);
    for (const name of pictures)
      expect(activePart(readFileSync(join(folder, name))))
        .withContext(name)
        .toBeUndefined();
  });
});
