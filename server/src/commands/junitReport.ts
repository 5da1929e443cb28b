/** One expectation of a drill, as test servers know tests. */
export interface ReportedTest {
  readonly name: string;
  /** What was found instead; undefined where it holds. */
  readonly failure: string | undefined;
}

/** A drill with what is expected of it. */
export interface ReportedSuite {
  readonly name: string;
  readonly tests: readonly ReportedTest[];
}

/** JUnit's XML, as test servers read it: a suite for each drill, a test for each expectation. */
export function junitReport(name: string, suites: readonly ReportedSuite[]): string {
  const failing = (tests: readonly ReportedTest[]): number => tests.filter(({ failure }) => failure !== undefined).length;
  const all = suites.flatMap(({ tests }) => tests);
  const lines = suites.flatMap((suite) => [
    `  <testsuite name="${escaped(suite.name)}" tests="${suite.tests.length}" failures="${failing(suite.tests)}">`,
    ...suite.tests.map(({ name: test, failure }) => {
      const place = `    <testcase classname="${escaped(suite.name)}" name="${escaped(test)}"`;
      return failure === undefined ? `${place}/>` : `${place}><failure message="${escaped(failure)}"/></testcase>`;
    }),
    '  </testsuite>',
  ]);
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<testsuites name="${escaped(name)}" tests="${all.length}" failures="${failing(all)}">`,
    ...lines,
    '</testsuites>',
    '',
  ].join('\n');
}

const entities: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

/** A text inside an attribute; letters that XML 1.0 cannot hold at all are left out. */
function escaped(text: string): string {
  // eslint-disable-next-line no-control-regex
  return text.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '').replace(/[&<>"]/g, (letter) => entities[letter]);
}
