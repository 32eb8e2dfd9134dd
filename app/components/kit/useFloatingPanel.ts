import { autoUpdate, flip, offset, shift, size, useFloating, type Placement } from '@floating-ui/vue'

/** How high a panel is at most, and how far from the edges of the window it stays, in pixels. */
const tallest = 340
const edge = 8

const elementOf = (shown: unknown): HTMLElement | null =>
  shown instanceof HTMLElement ? shown : ((shown as { $el?: HTMLElement } | null)?.$el ?? null)

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
    whileElementsMounted: autoUpdate,
    middleware: [
      offset(3),
      flip({ padding: edge }),
      shift({ padding: edge }),
      size({
        padding: edge,
        apply({ availableHeight, rects, elements }) {
          const room = grows ? availableHeight : Math.min(availableHeight, tallest)
          elements.floating.style.maxHeight = `${Math.max(room, 80)}px`
          elements.floating.style.minWidth = `${rects.reference.width}px`
        },
      }),
    ],
  })
  // Before the panel takes the focus: what is not shown cannot have it.
  watch(panel, (shown) => elementOf(shown)?.showPopover?.(), { flush: 'sync' })
  return { anchor, panel, position }
}
