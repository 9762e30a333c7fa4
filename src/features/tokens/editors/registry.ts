import { BezierEditor } from './bezier';
import { ColorEditor } from './color';
import type { Editor } from './editor';
import {
  BorderEditor,
  GradientEditor,
  ShadowEditor,
  StrokeStyleEditor,
  TransitionEditor,
  TypographyEditor,
} from './members';
import { DimensionEditor, DurationEditor, FamilyEditor, NumberEditor, WeightEditor } from './plain';

/** The editor made for each DTCG type. */
export const EDITORS: Readonly<Record<string, Editor>> = {
  color: ColorEditor,
  dimension: DimensionEditor,
  fontFamily: FamilyEditor,
  fontWeight: WeightEditor,
  duration: DurationEditor,
  cubicBezier: BezierEditor,
  number: NumberEditor,
  strokeStyle: StrokeStyleEditor,
  border: BorderEditor,
  transition: TransitionEditor,
  shadow: ShadowEditor,
  gradient: GradientEditor,
  typography: TypographyEditor,
};
