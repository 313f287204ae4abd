import { rule } from '../../css/text.ts';

/**
 * Where the header begins, whatever the page around it says: nothing that is inherited comes in, and of what a page's rules
 * set on links, lists, buttons or everything, nothing is left. What is not set here or by a rule that follows is as the
 * browser has it. Direction and custom properties are not part of `all` (CSS Cascade 4, section 3.2).
 */
export function resetCss(): string {
  return [
    rule('.hr, .hr-skip', 'all: initial'),
    // Presentation attributes of shapes would be undone, too.
    rule(':where(.hr) :where(:not(svg *))', 'all: revert'),
    rule(':where(.hr, .hr *)::before, :where(.hr, .hr *)::after', 'all: revert'),
    rule(
      ':where(.hr) path',
      ...['fill', 'stroke', 'stroke-width', 'visibility'].map((name) => `${name}: inherit`),
      ...['transform', 'filter', 'mask', 'clip-path', 'stroke-dasharray', 'transition', 'animation'].map(
        (name) => `${name}: none`,
      ),
      'display: inline',
      'opacity: 1',
    ),
    rule(':where(.hr) li', 'display: block'),
  ].join('');
}
