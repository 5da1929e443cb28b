/** What browsers call drawing without a graphics card. */
const withoutCard = /swiftshader|llvmpipe|softpipe|software|basic render/i;

let known: boolean | undefined;

/** Whether this browser draws WebGL in software: asked once, of a context that is given back at once. */
export function drawsInSoftware(): boolean {
  known ??= askedFor();
  return known;
}

function askedFor(): boolean {
  const context = document.createElement('canvas').getContext('webgl2');
  if (!context) return false;
  const named = context.getExtension('WEBGL_debug_renderer_info');
  const name = String(context.getParameter(named ? named.UNMASKED_RENDERER_WEBGL : context.RENDERER));
  context.getExtension('WEBGL_lose_context')?.loseContext();
  return withoutCard.test(name);
}
