import type { Metadata } from 'next';
import { ImportPage } from '@/ui/library/ImportPage';
import { kindOrNotFound } from '../load';

export const metadata: Metadata = { title: 'Import into the library' };

export default async function Page({ params }: { params: Promise<{ kind: string }> }) {
  const kind = kindOrNotFound((await params).kind);
  return <ImportPage key={kind.path} path={kind.path} />;
}
