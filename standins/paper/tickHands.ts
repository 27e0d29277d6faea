import type { Drawing } from './drawing'
import type { Random } from './random'

const inks = ['#22306e', '#1c1a18', '#2b2b30', '#6a6870']

/** A mark in a box of this size, in one of several hands: tick, cross, stroke, scribble, one that leaves the box. */
export function tick(page: Drawing, random: Random, x: number, y: number, size: number): void {
  const stroke = random.pick(inks)
  const line = random.between(0.3, 0.7)
  const off = () => random.between(-0.25, 0.25)
  const at = (across: number, down: number) => `${x + across * size + off()} ${y + down * size + off()}`
  const shapes = [
    () => `M ${at(0.1, 0.5)} L ${at(0.4, 0.85)} L ${at(1.25, -0.3)}`,
    () => `M ${at(0.15, 0.15)} L ${at(0.85, 0.85)} M ${at(0.85, 0.15)} L ${at(0.15, 0.85)}`,
    () => `M ${at(-0.15, -0.1)} L ${at(1.1, 1.1)} M ${at(1.15, -0.1)} L ${at(-0.1, 1.1)}`,
    () => `M ${at(0.1, 0.9)} L ${at(0.9, 0.1)}`,
    () => `M ${at(0.2, 0.3)} L ${at(0.8, 0.35)} L ${at(0.2, 0.5)} L ${at(0.8, 0.55)} L ${at(0.2, 0.75)} L ${at(0.8, 0.75)}`,
    () =>
      `M ${at(0.2, 0.45)} q ${size * 0.15} ${size * 0.35} ${size * 0.25} ${size * 0.4} ` +
      `q ${size * 0.2} ${-size * 0.6} ${size * 0.7} ${-size * 1.1}`,
  ]
  page.path(random.pick(shapes)(), { stroke, line })
}
