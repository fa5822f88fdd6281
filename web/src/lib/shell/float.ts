import { autoUpdate, computePosition, flip, offset, shift, size } from '@floating-ui/dom';

/**
 * Keeps a popover beside the button that opens it, on the screen and no higher
 * than there is room. For a popover in the markup: {@attach beside(() => button)}.
 */
export function beside(button: () => HTMLElement | undefined) {
  return (panel: HTMLElement) => {
    let stop: (() => void) | undefined;
    const place = async (by: HTMLElement) => {
      const { x, y } = await computePosition(by, panel, {
        strategy: 'fixed',
        placement: 'bottom-start',
        middleware: [
          offset(6),
          flip({ padding: 8 }),
          shift({ padding: 8 }),
          size({
            padding: 8,
            apply: ({ availableHeight }) => {
              panel.style.maxHeight = `${Math.max(160, availableHeight)}px`;
            }
          })
        ]
      });
      Object.assign(panel.style, {
        position: 'fixed',
        inset: 'auto',
        margin: '0',
        left: `${x}px`,
        top: `${y}px`
      });
    };
    const toggled = (e: Event) => {
      stop?.();
      stop = undefined;
      const by = button();
      if ((e as ToggleEvent).newState === 'open' && by) stop = autoUpdate(by, panel, () => void place(by));
    };
    panel.addEventListener('toggle', toggled);
    return () => {
      stop?.();
      panel.removeEventListener('toggle', toggled);
    };
  };
}
