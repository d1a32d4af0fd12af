import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { ImportPage } from '@/ui/library/ImportPage';
import { TurbineImport } from '@/ui/library/TurbineImport';
import { partKindOf } from '../load';

export const metadata: Metadata = { title: 'Import a map' };

export default async function Page({ params }: { params: Promise<{ kind: string }> }) {
  const kind = partKindOf((await params).kind);
  if (kind === 'turbocharger') notFound();
  return kind ? <TurbineImport /> : <ImportPage />;
}
