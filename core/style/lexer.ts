import { fork } from 'css-tree';

/**
 * css-tree's lexer, which knows what the standards let each property say; with the sizes of circles and ellipses as
 * CSS Images 4 (§3.2, `<radial-size>`)
 * has them: the library's own refuses `circle(50%)`.
 */
export const { lexer } = fork({
  types: { 'radial-size': '<radial-extent>{1,2} | <length-percentage [0,∞]>{1,2}' },
});
