import { clipped, type Rgb } from './color';
import { linear } from './contrast';

/** A way of seeing colours, each with its matrix on linear-light sRGB, row by row. */
interface Vision {
  name: string;
  /** What people call it. */
  label: string;
  matrix: readonly number[];
}

/**
 * Full dichromacy (severity 1.0) after Machado, Oliveira and Fernandes, "A Physiologically-based Model for Simulation of
 * Color Vision Deficiency" (2009), table 1. The last row is relative luminance (WCAG 2.2) in all three channels.
 */
export const VISIONS: readonly Vision[] = [
  {
    name: 'protanopia',
    label: 'Protanopia (no red cones)',
    matrix: [0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998],
  },
  {
    name: 'deuteranopia',
    label: 'Deuteranopia (no green cones)',
    matrix: [0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.01182, 0.04294, 0.968881],
  },
  {
    name: 'tritanopia',
    label: 'Tritanopia (no blue cones)',
    matrix: [1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.3039],
  },
  {
    name: 'achromatopsia',
    label: 'Achromatopsia (no colour)',
    matrix: [0.2126, 0.7152, 0.0722, 0.2126, 0.7152, 0.0722, 0.2126, 0.7152, 0.0722],
  },
];

const toGamma = (c: number) => (c <= 0.0031308 ? c * 12.92 : 1.055 * c ** (1 / 2.4) - 0.055);

/** How a colour of sRGB looks to somebody who sees that way; clipped to sRGB, alpha kept. */
export function seenAs(rgb: Rgb, vision: Vision): Rgb {
  const { r, g, b, alpha } = clipped(rgb);
  const light = [linear(r), linear(g), linear(b)];
  const row = (i: number) =>
    toGamma(
      Math.min(
        1,
        Math.max(
          0,
          [0, 1, 2].reduce((sum, j) => sum + vision.matrix[i * 3 + j]! * light[j]!, 0),
        ),
      ),
    );
  return { r: row(0), g: row(1), b: row(2), alpha };
}
