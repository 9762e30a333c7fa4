'use client';

import { EmptyState } from '@/ui/empty-state';
import { Button, Menu } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { StagePage } from '@/features/session/page-bar';
import { useQuery } from '@/ui/frame/lens';
import { RecipeEditor } from './recipe-editor';
import classes from './scales.module.css';

const NOTHING = {};

/** Families of tokens and what they were generated from; a recipe changed shows what it would change. */
export function ScalesPage() {
  const library = useLibrary();
  const [query, setQuery] = useQuery();
  const view = useDocumentQuery('recipes', NOTHING);
  if (!view) return <StagePage>{null}</StagePage>;
  const asked = query.get('recipe');
  const fresh = view.kinds.find((kind) => kind.kind === query.get('new'));
  const chosen = fresh ? undefined : (view.recipes.find((recipe) => recipe.id === asked) ?? view.recipes[0]);
  return (
    <StagePage
      tools={
        library.canEdit ? (
          <Menu position="bottom-end">
            <Menu.Target>
              <Button leftSection={<IconPlus size={14} />}>Generate</Button>
            </Menu.Target>
            <Menu.Dropdown>
              {view.kinds.map((kind) => (
                <Menu.Item key={kind.kind} onClick={() => setQuery({ new: kind.kind, recipe: null })}>
                  {kind.label}
                </Menu.Item>
              ))}
            </Menu.Dropdown>
          </Menu>
        ) : undefined
      }
    >
      {view.recipes.length === 0 && !fresh ? (
        <EmptyState
          title="No generated scales yet."
          actions={
            library.canEdit && (
              <>
                {view.kinds.map((kind) => (
                  <Button key={kind.kind} variant="default" onClick={() => setQuery({ new: kind.kind })}>
                    {kind.label}
                  </Button>
                ))}
              </>
            )
          }
        >
          Generate colour ramps, a type scale or a spacing scale. The recipe is kept with the tokens, so that
          a scale can be regenerated.
        </EmptyState>
      ) : (
        <>
          <nav className={classes.families} aria-label="Groups">
            {view.recipes.map((recipe) => (
              <button
                key={recipe.id}
                aria-pressed={recipe === chosen}
                onClick={() => setQuery({ recipe: recipe.id, new: null })}
              >
                {recipe.label} <span className="path">{recipe.family}</span>
                {recipe.tuned > 0 ? <small>{recipe.tuned} adjusted by hand</small> : null}
              </button>
            ))}
            {fresh && <button aria-pressed>{fresh.label}, new</button>}
          </nav>
          {fresh ? (
            <RecipeEditor
              key={`new ${fresh.kind}`}
              kind={fresh.kind}
              id={null}
              family={fresh.family}
              parameters={fresh.standard}
              own
              done={() => setQuery({ new: null })}
            />
          ) : chosen ? (
            <RecipeEditor
              key={chosen.id}
              kind={chosen.kind}
              id={chosen.id}
              family={chosen.family}
              parameters={chosen.parameters}
              own={chosen.own}
              done={() => undefined}
            />
          ) : null}
        </>
      )}
    </StagePage>
  );
}
