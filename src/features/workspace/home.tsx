'use client';

import { Button, Text, Title } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import { useWork } from '@/features/session/work';
import { Frame } from '@/ui/frame/frame';
import { byLineage } from './by-lineage';
import { CreateLibrary } from './create-library';
import { CreateProduct } from './create-product';
import { LibraryCard } from './library-card';
import { NextStepOfMine } from './next-step';
import { ProductCard } from './product-card';
import classes from './workspace.module.css';

/** Where one starts: the libraries with their lineage, and the products that use them. */
export function Home() {
  const { me, documents } = useWork();
  const [creating, create] = useDisclosure(false);
  const [starting, start] = useDisclosure(false);
  const libraries = byLineage(documents.filter((entry) => entry.kind === 'library'));
  const released = libraries.filter((entry) => entry.version);
  const products = documents.filter((entry) => entry.kind === 'product');
  const maintains = me.teams.some((team) => team.role === 'maintainer' || team.role === 'owner');
  return (
    <Frame me={me} documents={documents} title="Seedplan" stages={[]} axes={[]}>
      {documents.length > 0 && <NextStepOfMine />}
      <div className={classes.head}>
        <Title order={1} size={24}>
          Libraries
        </Title>
        {maintains && libraries.length > 0 && <Button onClick={create.open}>Create library</Button>}
      </div>
      {libraries.length === 0 && (
        <div className={`sheet ${classes.empty}`}>
          <Text fw={600}>No libraries yet.</Text>
          <Text c="dimmed">
            A library holds tokens, components and guides. Create one, then import the token files or style
            sheets you have.
          </Text>
          {maintains ? (
            <Button mt="md" onClick={create.open}>
              Create library
            </Button>
          ) : (
            <Text mt="md" size="sm">
              Creating one needs the role maintainer in a team. Ask an owner.
            </Text>
          )}
        </div>
      )}
      <div className={classes.libraries}>
        {libraries.map((entry) => (
          <LibraryCard key={entry.slug} entry={entry} />
        ))}
      </div>
      <div className={classes.head}>
        <Title order={2} size={24}>
          Products
        </Title>
        {maintains && released.length > 0 && <Button onClick={start.open}>Create product</Button>}
      </div>
      {products.length === 0 && (
        <Text c="dimmed">
          No products yet. A product pins a release of a library.
          {released.length === 0 && ' Publish a release first.'}
        </Text>
      )}
      <div className={classes.cards}>
        {products.map((entry) => (
          <ProductCard key={entry.slug} entry={entry} />
        ))}
      </div>
      {creating && <CreateLibrary close={create.close} libraries={released} />}
      {starting && (
        <CreateProduct
          close={start.close}
          libraries={released}
          teams={me.teams
            .filter((team) => team.role === 'maintainer' || team.role === 'owner')
            .map((team) => team.name)}
        />
      )}
    </Frame>
  );
}
