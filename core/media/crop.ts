import type { Box, Focus } from './item'

/** Shapes that pictures are cropped to, as width to height; `whole` is all of the crop, `uncropped` all of the picture. */
export const shapes = { uncropped: null, whole: null, square: 1, wide: 16 / 9, tall: 3 / 4 } as const
export type Shape = keyof typeof shapes

/** What is cut out of a picture: a shape, or any width to height. */
export type Cut = Shape | { ratio: number }

const ratioOf = (cut: Cut): number | null => (typeof cut === 'object' ? cut.ratio : shapes[cut])

/** A rectangle of a picture in pixels. */
export interface PixelBox {
  left: number
  top: number
  width: number
  height: number
}

/**
 * The part of a picture that is shown in a cut: of its crop, the largest rectangle of the shape, as near to the focus
 * in its middle as the crop allows. Sizes in pixels; at least one pixel is left.
 */
export function cropTo(cut: Cut, width: number, height: number, crop: Box | null, focus: Focus | null): PixelBox {
  const box = (cut === 'uncropped' ? null : crop) ?? { left: 0, top: 0, width: 1, height: 1 }
  const [left, top] = [
    Math.min(width - 1, Math.round(box.left * width)),
    Math.min(height - 1, Math.round(box.top * height)),
  ]
  const [w, h] = [
    Math.min(width - left, Math.max(1, Math.round(box.width * width))),
    Math.min(height - top, Math.max(1, Math.round(box.height * height))),
  ]
  const ratio = ratioOf(cut)
  if (ratio === null) return { left, top, width: w, height: h }
  const cw = Math.max(1, Math.min(w, Math.round(h * ratio)))
  const ch = Math.max(1, Math.min(h, Math.round(w / ratio)))
  const at = (share: number | undefined, size: number, start: number, whole: number, part: number) => {
    const middle = share === undefined ? start + whole / 2 : share * size
    return Math.min(Math.max(Math.round(middle - part / 2), start), start + whole - part)
  }
  return { left: at(focus?.x, width, left, w, cw), top: at(focus?.y, height, top, h, ch), width: cw, height: ch }
}
