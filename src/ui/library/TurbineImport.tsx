'use client';
import dynamic from 'next/dynamic';

/** The importer of turbines, fetched where it is opened: it brings the schema, which the importer of maps has in its worker. */
export const TurbineImport = dynamic(() => import('./TurbineImportPage').then((m) => m.TurbineImportPage));
