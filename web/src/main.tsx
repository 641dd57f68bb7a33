import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/atkinson-hyperlegible-mono';
import '@fontsource/barlow-condensed/latin-600.css';
import '@mantine/core/styles.css';
import './theme/tokens.css';
import './theme/base.css';
import { MantineProvider } from '@mantine/core';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { router } from './app/routes.tsx';
import { askAhead, queryClient } from './data/queries.ts';
import './theme/lamp.ts';
import { theme } from './theme/theme.ts';

askAhead(location.pathname);
// What was taken and could not be sent is sent now, whatever page is opened.
if (localStorage.getItem('ivrak.took') !== null) void import('./use/takes.ts');
if (localStorage.getItem('ivrak.drills') !== null) void import('./away/keptDrills.ts');
if (localStorage.getItem('ivrak.deeds') !== null) void import('./away/keptDeeds.ts');

const root = document.getElementById('root');
if (root === null) throw new Error('the page has no root element');

createRoot(root).render(
  <StrictMode>
    <MantineProvider theme={theme} defaultColorScheme="light">
      <QueryClientProvider client={queryClient}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </MantineProvider>
  </StrictMode>,
);
