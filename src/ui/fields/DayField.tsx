'use client';
import dynamic from 'next/dynamic';
import { Row } from './Group';
import type { DayProps } from './DayPicker';

const Picker = dynamic(() => import('./DayPicker'), { loading: () => <Row label=""> </Row> });

/** A day of the job. The calendar is fetched with the first that is shown: pages without one stay light. */
export const DayField = (props: DayProps) => <Picker {...props} />;
