import { autoUpdate, flip, offset, shift, size, useFloating, type Placement } from '@floating-ui/vue'

/** How high a panel is at most, below which height it turns to the other side, and its way to the edges, in pixels. */
const tallest = 340
const lowest = 160
const edge = 8

/**
 * Shows a panel beside what opens it. The panel lies above everything else, so that no box that scrolls cuts it off, and
 * turns to the other side where there is no room. Bind `anchor` and `panel` as template refs, `position` as the style of
 * the panel, and give the panel the attribute `popover="manual"`.
 */
export function useFloatingPanel(placement: Placement = 'bottom-start', { grows = false } = {}) {
  const anchor = ref()
  const panel = ref()
  const { floatingStyles: position } = useFloating(anchor, panel, {
    placement,
    strategy: 'fixed',
    transform: false,
    whileElementsMounted(reference, floating, update) {
      // Before the panel takes the focus, a tick later: what is not shown cannot have it.
      floating.showPopover?.()
      return autoUpdate(reference, floating, update)
    },
    middleware: [
      offset(3),
      size({
        padding: edge,
        apply({ availableHeight, rects, elements }) {
          const room = grows ? availableHeight : Math.min(availableHeight, tallest)
          elements.floating.style.maxHeight = `${Math.max(room, lowest)}px`
          elements.floating.style.minWidth = `${rects.reference.width}px`
        },
      }),
      flip({ padding: edge }),
      shift({ padding: edge }),
    ],
  })
  return { anchor, panel, position }
}
