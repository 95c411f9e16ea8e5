import { firstShadow, shadowsOf, shadowText, type Shadow } from './shadows';

export const edgeSides = ['top', 'right', 'bottom', 'left'] as const;
export type EdgeSide = (typeof edgeSides)[number];
export const edgeCorners = ['top-left', 'top-right', 'bottom-right', 'bottom-left'] as const;
export type EdgeCorner = (typeof edgeCorners)[number];

/** Where a line stands: on the edge it takes room from what is inside; outside and inside of it it takes none. */
export const strokePlaces = ['on', 'outside', 'inside'] as const;
export type StrokePlace = (typeof strokePlaces)[number];

export const strokeStyles = ['none', 'solid', 'dashed', 'dotted', 'double'] as const;

/** A line along an edge, as CSS. */
export interface Stroke {
  readonly width: string;
  readonly style: string;
  readonly colour: string;
}

/** What a property says where the edge is. */
export type Said = (property: string) => string;

export const borderOf = (said: Said, side: EdgeSide): Stroke => ({
  width: said(`border-${side}-width`),
  style: said(`border-${side}-style`),
  colour: said(`border-${side}-color`),
});

/** What has to be set so that sides have a line: one that had no width gets one. */
export function borderValues(said: Said, sides: readonly EdgeSide[], change: Partial<Stroke>): Record<string, string> {
  return Object.fromEntries(
    sides.flatMap((side) => {
      const { width, style } = borderOf(said, side);
      const isNew =
        change.style !== undefined && change.style !== 'none' && style === 'none' && change.width === undefined;
      const isUnseen =
        change.style === undefined && style === 'none' && (change.width !== undefined || change.colour !== undefined);
      return [
        ...(change.style !== undefined ? [[`border-${side}-style`, change.style]] : []),
        ...(isUnseen ? [[`border-${side}-style`, 'solid']] : []),
        ...(change.width !== undefined ? [[`border-${side}-width`, change.width]] : []),
        ...((isNew || (isUnseen && change.width === undefined)) && !/^[1-9]/.test(width)
          ? [[`border-${side}-width`, '2px']]
          : []),
        ...(change.colour !== undefined ? [[`border-${side}-color`, change.colour]] : []),
      ];
    }),
  );
}

/** Whether a shadow is a line inside an edge. */
const isLine = ({ x, y, blur, spread, inset }: Shadow): boolean =>
  inset && x === 0 && y === 0 && blur === 0 && spread > 0;

const lineInside = (said: Said): Shadow | undefined => shadowsOf(said('box-shadow'))?.find(isLine);

/** Where the line of a box stands that goes all around it; undefined where it has none. */
export function strokePlace(said: Said): StrokePlace | undefined {
  if (said('outline-style') !== 'none') return 'outside';
  if (lineInside(said)) return 'inside';
  return edgeSides.some((side) => said(`border-${side}-style`) !== 'none') ? 'on' : undefined;
}

/** The line of a box wherever it stands; the first side's where its sides differ. */
export function strokeOf(said: Said): Stroke {
  const place = strokePlace(said);
  if (place === 'outside')
    return { width: said('outline-width'), style: said('outline-style'), colour: said('outline-color') };
  const line = place === 'inside' ? lineInside(said) : undefined;
  if (line)
    return { width: `${line.spread}px`, style: 'solid', colour: line.colour === '' ? 'currentcolor' : line.colour };
  const side = edgeSides.find((one) => said(`border-${one}-style`) !== 'none') ?? 'top';
  return borderOf(said, side);
}

const pxOf = (text: string): number => {
  const px = /^([\d.]+)px$/.exec(text)?.[1];
  return px === undefined ? 2 : Number(px);
};

/**
 * What has to be set so that the line of a box stands on its edge (border), outside of it (outline) or inside of it
 * (an inset shadow, which is always solid and in px); other shadows stay.
 */
export function strokeAs(place: StrokePlace, said: Said): Record<string, string> {
  const { style, ...found } = strokeOf(said);
  const stroke = {
    ...found,
    width: /^[\d.]/.test(found.width) ? found.width : '2px',
    style: style === 'none' ? 'solid' : style,
  };
  const others = (shadowsOf(said('box-shadow')) ?? []).filter((one) => !isLine(one));
  const line: Shadow = {
    ...firstShadow,
    x: 0,
    y: 0,
    blur: 0,
    spread: pxOf(stroke.width),
    colour: stroke.colour,
    inset: true,
  };
  const hasBorder = edgeSides.some((side) => said(`border-${side}-style`) !== 'none');
  return {
    ...(place === 'on'
      ? Object.fromEntries(
          edgeSides.flatMap((side) => [
            [`border-${side}-width`, stroke.width],
            [`border-${side}-style`, stroke.style],
            [`border-${side}-color`, stroke.colour],
          ]),
        )
      : hasBorder && Object.fromEntries(edgeSides.map((side) => [`border-${side}-style`, 'none']))),
    ...(place === 'outside'
      ? { 'outline-width': stroke.width, 'outline-style': stroke.style, 'outline-color': stroke.colour }
      : said('outline-style') !== 'none' && { 'outline-style': 'none' }),
    ...(place === 'inside'
      ? { 'box-shadow': shadowText([line, ...others]) }
      : lineInside(said) && { 'box-shadow': shadowText(others) }),
  };
}

/** What has to be set so that the line of a box is another, wherever it stands; one that is none stands on the edge. */
export function strokeValues(said: Said, change: Partial<Stroke>): Record<string, string> {
  const place = strokePlace(said);
  if (place === undefined || place === 'on') return borderValues(said, edgeSides, change);
  if (place === 'outside')
    return {
      ...(change.width !== undefined && { 'outline-width': change.width }),
      ...(change.style !== undefined && { 'outline-style': change.style }),
      ...(change.colour !== undefined && { 'outline-color': change.colour }),
    };
  const shadows = shadowsOf(said('box-shadow')) ?? [];
  const changed = shadows.flatMap((one) => {
    if (!isLine(one)) return [one];
    const spread = change.width === undefined ? one.spread : pxOf(change.width);
    return change.style === 'none' || spread === 0 ? [] : [{ ...one, spread, colour: change.colour ?? one.colour }];
  });
  return { 'box-shadow': shadowText(changed) };
}

/** A bar on the left of a quote, with the words kept off it (common practice). */
export const quoteBar = (colour: string): Record<string, string> => ({
  ...{ 'border-left-width': '4px', 'border-left-style': 'solid', 'border-left-color': colour },
  'padding-left': '16px',
});

/** The radius of a corner across and down, in px; undefined where it is not in px (CSS Backgrounds 3 §4.1). */
export function radiusOf(value: string): { readonly x: number; readonly y: number } | undefined {
  const [x, y = x, ...more] = value.split(/\s+/).map((one) => /^([\d.]+)px$|^(0)$/.exec(one)?.slice(1).find(Boolean));
  return x === undefined || y === undefined || more.length > 0 ? undefined : { x: Number(x), y: Number(y) };
}

/** A radius as CSS, in whole px. */
export function radiusText({ x, y }: { readonly x: number; readonly y: number }): string {
  const [across, down] = [x, y].map((one) => `${Math.max(0, Math.round(one))}px`);
  return across === down ? across! : `${across} ${down}`;
}
