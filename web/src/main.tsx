import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { AddressedViews } from './app/routes.tsx';
import { applyTheme, storedTheme } from './app/theme.ts';
import './styles.css';

applyTheme(storedTheme());
const root = document.getElementById('root');
if (!root) throw new Error('The page has no root to draw in.');
createRoot(root).render(
  <StrictMode>
    <AddressedViews />
  </StrictMode>,
);
