export * from './pages/Desk';
export * from './pages/Stow';
export * from './pages/Holds';
