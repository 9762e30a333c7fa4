import { Code, CopyButton, Button, Group, Text } from '@mantine/core';
import { IconCopy } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';

/** How git reaches a product's repository. */
export function CloneSteps({ slug, isEmpty = false }: { slug: string; isEmpty?: boolean }) {
  const address = `${typeof window === 'undefined' ? '' : window.location.origin}/git/${slug}.git`;
  const words = isEmpty
    ? `git remote add seedplan ${address}\ngit push seedplan main`
    : `git clone ${address}`;
  return (
    <>
      <Text size="sm" mb="xs">
        git asks for a name and a password: give any name, and a key as the password. Create a key on the page{' '}
        <PageLink href="/account">Account</PageLink>. Commits of the branch main are scanned.
      </Text>
      <Group gap="xs" wrap="nowrap" align="start">
        <Code block flex={1} style={{ overflowWrap: 'anywhere', whiteSpace: 'pre-wrap' }}>
          {words}
        </Code>
        <CopyButton value={words}>
          {({ copied, copy }) => (
            <Button variant="default" size="compact-sm" leftSection={<IconCopy size={14} />} onClick={copy}>
              {copied ? 'Copied' : 'Copy'}
            </Button>
          )}
        </CopyButton>
      </Group>
    </>
  );
}
