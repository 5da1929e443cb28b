import { DocumentError, type Project, type Sequence } from '@undatio/core';
import { compileContext, compileSequence, strike, type CompileContext } from '@undatio/core/internal';
import { signatureOf, tileAxis, type Signature } from './signature';

/** What sequences refer to. */
export type SignatureContext = Pick<Project, 'events' | 'actors' | 'assets'>;

/** Either what the sequences to come refer to, or one of them. */
export type SignatureRequest = { readonly context: SignatureContext } | { readonly sequence: Sequence };

/** The first sequences of a stored project by its address, for its tile on the shelf. */
export interface ShelfRequest {
  readonly shelf: string;
  readonly most: number;
}

export interface ShelfAnswer extends ShelfRequest {
  readonly signatures: readonly Signature[];
}

/** Fetches a stored project and measures its first sequences. None when it cannot be had: its tile says the rest. */
export async function shelfWork(request: ShelfRequest): Promise<ShelfAnswer> {
  const work = signatureWork();
  try {
    const response = await fetch(request.shelf);
    if (!response.ok) return { ...request, signatures: [] };
    const project = (await response.json()) as Project;
    work({ context: project });
    const signatures = project.sequences.slice(0, request.most).flatMap((sequence) => work({ sequence })?.signature ?? []);
    return { ...request, signatures };
  } catch {
    return { ...request, signatures: [] };
  }
}

/** Undefined when the sequence cannot be compiled. */
export interface SignatureAnswer {
  readonly signature: Signature | undefined;
}

/** Measures one sequence after another by its event's defaults. Answers sequences only. */
export function signatureWork(): (request: SignatureRequest) => SignatureAnswer | undefined {
  let assets: Project['assets'] = [];
  let context: CompileContext | undefined;
  const outline = (clip: string): readonly number[] => {
    const asset = assets.find(({ id }) => id === clip);
    return asset?.type === 'sound' ? asset.peaks : [];
  };
  return (request) => {
    if ('context' in request) {
      assets = request.context.assets;
      context = compileContext(request.context);
      return undefined;
    }
    if (!context) return { signature: undefined };
    try {
      const plan = compileSequence(request.sequence, [request.sequence.id], context);
      return { signature: signatureOf(strike(plan, {}, { seed: 1 }), tileAxis, outline) };
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      return { signature: undefined };
    }
  };
}
