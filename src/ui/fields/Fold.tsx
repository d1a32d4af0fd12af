import ExpandMoreIcon from '@mui/icons-material/ExpandMore';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import type { ReactNode } from 'react';

type Props = { title: string; note?: string | undefined; open?: boolean; children: ReactNode };

/** What few look at, under its heading until it is opened: by hand, or on the way to a field in it. */
export const Fold = ({ title, note, open = false, children }: Props) => (
  <Accordion defaultExpanded={open}>
    <AccordionSummary expandIcon={<ExpandMoreIcon fontSize="small" />}>
      <span>
        {title} {note && <small>{note}</small>}
      </span>
    </AccordionSummary>
    <AccordionDetails>{children}</AccordionDetails>
  </Accordion>
);
