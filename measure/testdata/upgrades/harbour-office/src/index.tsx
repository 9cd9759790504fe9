export * from './pages/Office';
export * from './pages/Tides';
export * from './pages/Lanes';
export * from './pages/Ships';
export * from './pages/Emergency';
