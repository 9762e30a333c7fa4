'use client';

import { useEffect, useRef, useState } from 'react';
import { useCommand, type Refusal } from '@/features/session/document';
import { ValueInput } from '../value-input';

/**
 * One value of one layer, as text and in the editor made for its type. What is changed shows everywhere at once; Enter,
 * leaving the field or closing the editor stores it as one change, Escape leaves it as it was.
 */
export function ValueField({
  path,
  layer,
  label,
  text,
  type,
}: {
  path: string;
  layer: string;
  label: string;
  text: string;
  type: string;
}) {
  const { show, store, clear } = useCommand();
  const [typed, setTyped] = useState(text);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const editing = useRef(false);
  const [saved, setSaved] = useState(true);
  // What stood here when typing began: while one types, `text` is already what is typed.
  const original = useRef(text);
  useEffect(() => {
    if (editing.current) return;
    original.current = text;
    setTyped(text);
  }, [text]);
  const change = async (next: string) => {
    editing.current = true;
    setSaved(false);
    setTyped(next);
    setRefusal(await show('declareValue', { path, layer, text: next }));
  };
  const finish = async () => {
    if (!editing.current) return;
    editing.current = false;
    if (typed === original.current) {
      setSaved(true);
      return clear();
    }
    const refused = await store('declareValue', { path, layer, text: typed });
    setRefusal(refused);
    // What is stored is what the next change begins from.
    if (!refused && !editing.current) {
      original.current = typed;
      setSaved(true);
    }
    if (refused) {
      editing.current = true;
      clear();
    }
  };
  const leave = () => {
    editing.current = false;
    setSaved(true);
    setTyped(original.current);
    setRefusal(null);
    clear();
  };
  return (
    <ValueInput
      aria-label={`Value ${label}`}
      adjust={`Adjust the value ${label}`}
      text={typed}
      type={type}
      path={path}
      long={text.length > 60 && !typed.startsWith('{')}
      data-saved={saved || undefined}
      error={refusal ? `${refusal.problem}. ${refusal.fix}.` : undefined}
      change={(next) => void change(next)}
      finish={() => void finish()}
      leave={leave}
    />
  );
}
