'use client';

import { counted } from '@/core/base/words';
import { Alert, Button, Checkbox, Group, Text, TextInput } from '@mantine/core';
import { useState, type ComponentType } from 'react';
import { useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import type { EditorProps } from './editor-props';
import { RampsEditor } from './ramps-editor';
import { SpacingEditor } from './spacing-editor';
import { TypeScaleEditor } from './type-scale-editor';
import classes from './scales.module.css';

/** One editor for each kind of recipe. */
const EDITORS: Record<string, ComponentType<EditorProps>> = {
  ramps: RampsEditor,
  typeScale: TypeScaleEditor,
  spacing: SpacingEditor,
};

/** A recipe being worked on: its parameters, what it would make, and how that differs from what stands there. */
export function RecipeEditor({
  kind,
  id,
  family: given,
  parameters: stored,
  own,
  done,
}: {
  kind: string;
  id: string | null;
  family: string;
  parameters: string;
  own: boolean;
  done: () => void;
}) {
  const library = useLibrary();
  const { run } = useCommand();
  const [family, setFamily] = useState(given);
  const [parameters, setParameters] = useState<Record<string, unknown>>(
    () => JSON.parse(stored) as Record<string, unknown>,
  );
  const [overTuned, setOverTuned] = useState(false);
  const text = JSON.stringify(parameters);
  const preview = useDocumentQuery('recipePreview', { id, kind, family, parameters: text });
  const Editor = EDITORS[kind];
  const tuned = preview?.steps.filter((step) => step.tuned) ?? [];
  const changed =
    preview?.steps.filter((step) => step.before !== step.after && !(step.tuned && !overTuned)) ?? [];
  const canEdit = library.canEdit && own;
  const apply = async () => {
    const stored = await run('applyRecipe', {
      ...(id !== null && { id }),
      kind,
      family,
      parameters: text,
      overTuned,
    });
    if (stored) done();
  };
  return (
    <div>
      {Editor && <Editor parameters={parameters} change={setParameters} preview={preview} />}
      {preview?.problems.map(({ problem, fix }) => (
        <Alert key={problem} color="red" role="alert" mt="sm">
          {problem}. {fix}.
        </Alert>
      ))}
      {preview?.warnings.map((warning) => (
        <Text key={warning} size="sm" mt={4} className={classes.warning}>
          {warning}.
        </Text>
      ))}
      {canEdit && (
        <Group mt="md" align="end">
          <TextInput
            label="Group"
            value={family}
            w={160}
            onChange={(event) => setFamily(event.currentTarget.value)}
          />
          <Button
            onClick={() => void apply()}
            disabled={
              !preview ||
              preview.problems.length > 0 ||
              (changed.length === 0 && id !== null && text === stored)
            }
          >
            {id === null
              ? `Generate ${counted(preview?.steps.length ?? 0, 'token')}`
              : changed.length === 0
                ? 'Save recipe'
                : `Update ${counted(changed.length, 'token')}`}
          </Button>
          {id !== null && text !== stored && (
            <Button
              variant="default"
              onClick={() => setParameters(JSON.parse(stored) as Record<string, unknown>)}
            >
              Reset
            </Button>
          )}
          {id !== null && (
            <Button variant="subtle" color="gray" onClick={() => void run('forgetRecipe', { id })}>
              Remove recipe, keep tokens
            </Button>
          )}
          {tuned.length > 0 && (
            <Checkbox
              pb={6}
              checked={overTuned}
              label={`Also regenerate the ${tuned.length} adjusted by hand: ${tuned
                .slice(0, 4)
                .map((step) => step.path.slice(family.length + 1))
                .join(', ')}${tuned.length > 4 ? ' …' : ''}`}
              onChange={(event) => setOverTuned(event.currentTarget.checked)}
            />
          )}
        </Group>
      )}
    </div>
  );
}
