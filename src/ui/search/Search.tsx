'use client';

import { UnstyledButton } from '@mantine/core';
import { useDisclosure, useHotkeys } from '@mantine/hooks';
import { IconSearch } from '@tabler/icons-react';
import type { Found } from '../../services/search/search';
import { Dialog } from '../shared/Dialog';
import type { Ask } from '../shared/forms/send';
import { late } from '../shared/late';
import classes from './Search.module.css';

const SearchFields = late(() => import('./SearchFields').then((loaded) => loaded.SearchFields));

/** Finds anything by the beginnings of its words; `/` opens it. */
export function Search({ search }: { search: Ask<[text: string], Found[]> }) {
  const [opened, { open, close }] = useDisclosure(false);
  useHotkeys([['/', open]]);
  return (
    <>
      <UnstyledButton
        className={classes.open}
        onClick={open}
        aria-label="Search"
        aria-keyshortcuts="/"
        title="Search ( / )"
      >
        <IconSearch size={22} stroke={1.8} aria-hidden="true" />
      </UnstyledButton>
      <Dialog opened={opened} onClose={close} title="Search" size="lg" yOffset="8vh">
        {opened && <SearchFields search={search} close={close} />}
      </Dialog>
    </>
  );
}
