/** Whether this browser keeps anything for the page: some refuse, some are full. */
export function storageWorks(): boolean {
  const key = 'fierce-lung.works';
  try {
    localStorage.setItem(key, '1');
    localStorage.removeItem(key);
    return true;
  } catch {
    return false;
  }
}
