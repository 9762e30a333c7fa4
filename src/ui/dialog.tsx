'use client';

import { Modal, type ModalProps } from '@mantine/core';
import { useEffect } from 'react';
import { focusOpener } from './focus-kept';

/**
 * A dialog. Most are mounted to be opened and taken away to be closed, of which the package's own way back knows nothing: the
 * focus goes back to what opened the dialog, so that the keyboard goes on from there.
 */
export function Dialog(props: ModalProps) {
  useEffect(() => () => void setTimeout(focusOpener), []);
  return <Modal {...props} />;
}
