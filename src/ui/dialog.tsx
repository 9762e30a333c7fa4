'use client';

import { Modal, type ModalProps } from '@mantine/core';
import { createContext, useCallback, useContext, useEffect, useState } from 'react';
import { focusOpener } from './focus-kept';

/** Tells the dialog around of one that opens in it, or is closed. */
const Around = createContext<(by: 1 | -1) => void>(() => undefined);

/**
 * A dialog. Most are mounted to be opened and taken away to be closed, of which the package's own way back knows nothing: the
 * focus goes back to what opened the dialog, so that the keyboard goes on from there. Escape closes the innermost alone.
 */
export function Dialog({ children, ...props }: ModalProps) {
  const tell = useContext(Around);
  const [inside, setInside] = useState(0);
  const count = useCallback((by: 1 | -1) => setInside((before) => before + by), []);
  const { opened, closeOnEscape = true } = props;
  useEffect(() => () => void setTimeout(focusOpener), []);
  useEffect(() => {
    if (!opened) return undefined;
    tell(1);
    return () => tell(-1);
  }, [opened, tell]);
  return (
    <Modal {...props} closeOnEscape={closeOnEscape && inside === 0}>
      <Around.Provider value={count}>{children}</Around.Provider>
    </Modal>
  );
}
