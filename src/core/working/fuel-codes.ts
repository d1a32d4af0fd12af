type FuelPart = 'injectors' | 'pumps' | 'high-pump' | 'lift';

/** Injectors, pumps and what lies between them. */
export type FuelCode =
  | `fuel-${FuelPart}-${'short' | 'near' | 'first' | 'next' | 'here'}`
  | 'fuel-rail-starved'
  | 'fuel-rail-sags'
  | 'fuel-set-near-manifold'
  | 'pump-curve-short'
  | 'fuel-one-pump-left'
  | 'fuel-second-pump-cut'
  | 'fuel-second-pump-late'
  | 'fuel-losses-cost'
  | 'fuel-suction-low'
  | 'fuel-last-injector-lean'
  | 'fuel-rail-high-at-idle'
  | 'injector-dead-time-assumed'
  | 'injector-large-at-idle'
  | 'surge-tank-empties'
  | 'fuel-choose-system'
  | 'guess-fuel-system'
  | 'spot-supply-sags'
  | 'spot-pump-weak'
  | 'spot-filter-clogged'
  | 'spot-injectors-off'
  | 'spot-fuel-agrees'
  | 'injector-flow-unusual'
  | 'pump-rises-late';

/** The cooler, its heat and what carries it off. */
export type CoolingCode =
  | 'cooler-carries-too-much'
  | 'cooler-one-figure'
  | 'cooler-heats'
  | 'cooler-worth'
  | 'cooler-larger-pays'
  | 'cooler-larger-idle'
  | 'no-cooler'
  | 'coolant-settles-elsewhere'
  | 'soak-loses'
  | 'soak-holds'
  | 'soak-rest'
  | 'soak-rest-never'
  | 'soak-ice-gone'
  | 'soak-ice-left'
  | 'soak-no-air'
  | 'soak-duty-usual';

/** Water, methanol and nitrous oxide behind the cooler. */
export type InjectionCode =
  | 'stage-full-before-start'
  | 'injected-nothing'
  | 'injected-worth'
  | 'injected-gate-creeps'
  | 'injected-gate-holds'
  | 'spray-empty-danger'
  | 'spray-empty-lean'
  | 'spray-empty-hot'
  | 'spray-floods'
  | 'spray-saturated'
  | 'spray-pump-low'
  | 'spray-tank'
  | 'spray-tank-short'
  | 'spray-freezes'
  | 'nitrous-drifts'
  | 'nitrous-bottle'
  | 'nitrous-bottle-short'
  | 'nitrous-early'
  | 'nitrous-fuel-unchecked';
