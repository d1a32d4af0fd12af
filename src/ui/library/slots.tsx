import type { ComponentType } from 'react';
import type { KindName } from '@/formats/kinds';
import type { ItemDocument } from '@/formats/kinds/documents';
import type { Edit } from '../fields/FieldList';
import { BlowerEditor } from './BlowerEditor';
import { BlowerPicture } from './BlowerPicture';
import { CompressorEditor } from './CompressorEditor';
import { MapPicture } from './MapPicture';
import { ProcedureEditor } from './ProcedureEditor';
import { TurbineEditor } from './TurbineEditor';
import { TurbinePicture } from './TurbinePicture';
import { TurbochargerEditor } from './TurbochargerEditor';

/** What an item may be put together from: newest revisions on offer, a turbine with the names of its housings. */
export type Choice = { id: string; revision: number; name: string; housings?: string[] };
export type Choices = Partial<Record<KindName, Choice[]>>;

/** What the editor of a kind is handed. */
export type EditorProps<D extends ItemDocument> = {
  draft: D;
  /** The last draft without faults. */
  sound: D;
  isFaulty: boolean;
  edit: Edit<D>;
  /** Whether what is typed in a part of it cannot be read, by the part's name. */
  onBad: (path: string, isBad: boolean) => void;
  choices: Choices;
  /** Which of a map's lines is in hand. */
  line: number;
  onLine: (line: number) => void;
};

type Slots<D extends ItemDocument> = {
  Picture?: ComponentType<{ document: D; small?: boolean }>;
  Editor?: ComponentType<EditorProps<D>>;
};

/** What a kind shows beside its list of fields: a drawing, and an editor of what is no field. Most kinds need neither. */
const slots: { [K in KindName]?: Slots<Extract<ItemDocument, { kind: K }>> } = {
  compressor: {
    Picture: ({ document, small = false }) => <MapPicture map={document} small={small} />,
    Editor: CompressorEditor,
  },
  turbine: {
    Picture: ({ document, small = false }) => (
      <TurbinePicture turbine={document} height={small ? 220 : 300} />
    ),
    Editor: TurbineEditor,
  },
  turbocharger: { Editor: TurbochargerEditor },
  procedure: { Editor: ProcedureEditor },
  blower: {
    Picture: ({ document, small = false }) => <BlowerPicture blower={document} height={small ? 130 : 190} />,
    Editor: BlowerEditor,
  },
};

export const slotsOf = (kind: KindName): Slots<ItemDocument> =>
  (slots as Partial<Record<KindName, Slots<ItemDocument>>>)[kind] ?? {};
