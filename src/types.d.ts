declare module 'psychrolib' {
  const psychrolib: {
    SI: number;
    SetUnitSystem(system: number): void;
    GetHumRatioFromRelHum(celsius: number, share: number, pascal: number): number;
  };
  export default psychrolib;
}
declare module '@yr/monotone-cubic-spline' {
  const spline: { points(points: number[][]): number[][] };
  export default spline;
}
declare module 'js-quantities' {
  export default function Qty(value: number, unit: string): { to(unit: string): { scalar: number } };
}
