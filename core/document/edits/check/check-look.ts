import { inOrderOfNaming } from '../../../style/tokens/tokens';
import { Problem } from '../../problem';
import type { Look, Site } from '../../site';
import { checkStyle } from './check-part';
import { checkStoredToken, mostTokens } from './check-token';

/** Refuses element styles, classes and tokens that could not be published. @throws Problem with the place */
export function checkDress(
  site: Site,
  { elements, classes, tokens }: Pick<Site, 'elements' | 'classes' | 'tokens'>,
): void {
  for (const [tag, style] of Object.entries(elements)) checkStyle(site, style, tag);
  for (const { name, style } of classes) checkStyle(site, style, `.${name}`);
  for (const [id, kept] of Object.entries(tokens)) checkStoredToken(site, id, kept);
}

/** Refuses a look that could not be applied. @throws Problem with the place */
export function checkLook(site: Site, look: Look): void {
  const field = `looks.${look.id}`;
  checkDress(site, look);
  if (Object.keys(look.tokens).length > mostTokens)
    throw new Problem(`A look has at most ${mostTokens.toLocaleString('en')} tokens.`, { field });
  checkTokens(look.tokens, field);
}

/** Refuses tokens that name each other in a circle. @throws Problem with the field */
export function checkTokens(tokens: Look['tokens'], field: string): void {
  const { circling } = inOrderOfNaming(tokens);
  if (circling.length > 0)
    throw new Problem(`Tokens can’t name each other in a circle: ${circling.join(', ')}.`, { field });
}
