import type { Metadata } from 'next';
import { ImportPage } from '@/ui/library/ImportPage';
import { requireKind } from '../load';

export const metadata: Metadata = { title: 'Import a map' };

export default async function Page({ params }: { params: Promise<{ kind: string }> }) {
  requireKind((await params).kind);
  return <ImportPage />;
}
