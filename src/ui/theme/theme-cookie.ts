export const THEME_COOKIE = 'fierce-lung-theme';
