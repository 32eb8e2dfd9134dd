import { useWindowSize } from '@vueuse/core'
import { screenWidths, type ScreenName } from './screenName'

/** How wide the proof beside a screen is, in pixels: at least, as shipped, and what it leaves to the screen. */
const leastRoom = 340
const usualRoom = 398
const leftToScreen = 480
/** So much is taken by what stands around the page. */
const aroundPage = 28
/** From so wide on, there is a margin for notes beside the page. */
export const roomForNotes = 620
/** A page that is shown much smaller than it is cannot be judged. */
const leastScale = 0.45

/** How wide the proof stands beside a screen; pulled by hand, and remembered in this browser. */
export function useProofRoom() {
  const pulled = useLocalStorage('inkloom:proof-room', usualRoom)
  const { width } = useWindowSize()
  const most = computed(() => Math.max(leastRoom, width.value - leftToScreen))
  const within = (px: number) => Math.round(Math.min(most.value, Math.max(leastRoom, px)))
  const room = computed({
    get: () => within(pulled.value),
    set: (px: number) => {
      pulled.value = within(px)
    },
  })
  /** Makes room enough for a screen to be read. */
  function makeRoomFor(screen: ScreenName) {
    room.value = Math.max(room.value, screenWidths[screen] * leastScale + aroundPage)
  }
  return { room, least: leastRoom, most, makeRoomFor }
}
