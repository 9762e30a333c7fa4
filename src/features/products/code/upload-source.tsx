import { Button, FileButton } from '@mantine/core';
import { IconUpload } from '@tabler/icons-react';

/** Chooses a ZIP archive whose files become the next commit. */
export function UploadSource({ send, disabled }: { send: (file: File) => void; disabled: boolean }) {
  return (
    <FileButton accept=".zip,application/zip" onChange={(file) => file && send(file)}>
      {(props) => (
        <Button {...props} variant="default" leftSection={<IconUpload size={15} />} disabled={disabled}>
          Upload source
        </Button>
      )}
    </FileButton>
  );
}
