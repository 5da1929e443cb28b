import type { Problem, Project, Response } from '@undatio/core';
import type { Outcome } from '@undatio/core/internal';
import type { DocumentState } from '../project/documentKey';
import { responseTo, taken } from './ladder/ladderEdits';

/** What can be done about a finding, as the documents that change. */
export interface Fix {
  readonly label: string;
  readonly changes: readonly DocumentState[];
}

/** A way out of a finding, where there is one that a person would take without thinking. */
export function fixFor({ finding, path, other }: Problem, project: Project): Fix | undefined {
  const [, response, rung, outcome] = (/^responses\[(\d+)\]\.rungs\[(\d+)\](?:\.then\[(\d+)\])?/.exec(path) ?? []).map(Number);
  const before = project.responses.at(response);
  const own = before?.rungs.at(rung);
  const changed = (document: Response): readonly DocumentState[] => [[`responses/${document.id}`, document]];
  switch (finding) {
    case 'never reached': {
      const above = before?.rungs.findIndex(({ id }) => id === other) ?? -1;
      if (!before || !own || above < 0) return undefined;
      return {
        label: `Move ${own.label ?? own.id} above ${before.rungs[above].label ?? before.rungs[above].id}`,
        changes: changed({ ...before, rungs: taken(before.rungs, rung, above) }),
      };
    }
    case 'loop': {
      if (!before || own?.then.at(outcome)?.outcome !== 'raise') return undefined;
      const then = own.then.map((one, i): Outcome => (i === outcome && one.outcome === 'raise' ? { ...one, after: 0.1 } : one));
      return { label: 'Give it a delay of 0.1 s', changes: changed(withRung(before, rung, { ...own, then })) };
    }
    case 'growth': {
      if (!before || !own) return undefined;
      const once = { condition: 'nth', per: 'target', count: 'only', n: 1, within: undefined } as const;
      return { label: 'Only once for each', changes: changed(withRung(before, rung, { ...own, when: [...own.when, once] })) };
    }
    case 'no response': {
      const event = project.events.find(({ id }) => id === other);
      if (!event) return undefined;
      const made = responseTo(project, event);
      const document = { ...made, rungs: [{ id: 'any', when: [], then: [], goesOn: false }] };
      return { label: `Add a rung to ${event.label}`, changes: changed(document) };
    }
    case 'never cleared': {
      const status = project.statuses.at(Number(/^statuses\[(\d+)\]/.exec(path)?.[1]));
      return status && { label: 'Let it last 3 s', changes: [[`statuses/${status.id}`, { ...status, length: 3 }]] };
    }
    case 'never given': {
      const status = project.statuses.at(Number(/^statuses\[(\d+)\]/.exec(path)?.[1]));
      return status && { label: `Remove ${status.label}`, changes: [[`statuses/${status.id}`, undefined]] };
    }
    default:
      return undefined;
  }
}

function withRung(response: Response, at: number, rung: Response['rungs'][number]): Response {
  return { ...response, rungs: response.rungs.map((one, i) => (i === at ? rung : one)) };
}
