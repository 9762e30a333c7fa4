import { Type } from '@sinclair/typebox';
import { MOST_WIDTHS, NARROWEST, WIDEST } from './limits';
import { operation } from './operation';
import { Email, Name, Nothing, Password, Slug, exactly, list } from './schemas';

/** Of a preview, in CSS pixels. */
export const Width = Type.Integer({ minimum: NARROWEST, maximum: WIDEST });

export const WORKSPACE = [
  operation({
    id: 'workspace.setUp',
    method: 'POST',
    path: '/workspace',
    summary: 'Set up an empty workspace with its first owner',
    body: exactly({ workspace: Name, name: Name, email: Email, password: Password, team: Name }),
    answer: Nothing,
  }),
  operation({
    id: 'workspace.setWidths',
    method: 'PUT',
    path: '/workspace/widths',
    summary: 'Set the preview widths',
    body: exactly({ widths: Type.Array(Width, { minItems: 1, maxItems: MOST_WIDTHS }) }),
    answer: exactly({ widths: list(Width) }),
  }),
  operation({
    id: 'workspace.setStarting',
    method: 'PUT',
    path: '/workspace/starting-libraries',
    summary: 'Set the libraries that new products start with',
    body: exactly({ libraries: Type.Array(Slug, { maxItems: 50 }) }),
    answer: Nothing,
  }),
] as const;
