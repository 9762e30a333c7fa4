import { Alert } from '@mantine/core';
import { IconEyeOff } from '@tabler/icons-react';

/** Says that a part of what is open is kept from who looks, so that nobody takes the rest for all of it. */
export function Withheld({ children }: { children: string }) {
  return (
    <Alert
      variant="light"
      color="gray"
      icon={<IconEyeOff size={18} />}
      title="Part of this is hidden from you"
      mb="md"
    >
      {children}
    </Alert>
  );
}
