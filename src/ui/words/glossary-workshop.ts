import type { Term } from './glossary-term';

/** Planning, measuring and fitting. */
export const workshopTerms: readonly Term[] = [
  {
    term: 'Critical path',
    text: 'The chain of tasks of which none may wait without the end moving. A task off it has slack: days it may wait.',
    follows: 'Kelley & Walker (1959)',
  },
  {
    term: 'Lead time',
    text: 'Days from the order of a part to its coming through the door. What takes longest is ordered first.',
    follows: 'the usual definition',
  },
  {
    term: 'Ring gap',
    text: 'Gap between the ends of a piston ring in its bore. Too small it closes when hot, the ends butt and the land breaks; boost, nitrous oxide and hard use want more.',
    follows: 'common practice, thousandths of an inch per inch of bore',
    in: /(top|second) ring$/i,
  },
  {
    term: 'Oil clearance',
    text: 'Play of a journal in its bearing, filled with oil. About a thousandth of the journal.',
    follows: 'common practice',
    in: /^(main journal|crank pin) \d/i,
  },
  {
    term: 'Lifter preload',
    text: 'How far a hydraulic lifter is pushed down with the valve shut. The push rod is ordered for it in the lengths that are kept.',
    follows: 'common practice',
    in: /^lifter preload/i,
  },
  {
    term: 'Heat range',
    text: 'How fast a spark plug gives its heat to the head. More power for each litre wants a colder one.',
    follows: 'common practice, one step for 75 to 100 hp a litre',
    in: /steps colder/i,
  },
  {
    term: 'Hold point',
    text: 'A step of a procedure behind which nothing is done until it is ticked: oil pressure seen, covers counted.',
    follows: 'common practice of quality control',
  },
  {
    term: 'Installed height',
    text: 'Length of a valve spring with its valve shut. It sets the seat force, which holds the valve against boost on its back.',
    follows: 'the usual definition',
    in: /installed height/i,
  },
];
