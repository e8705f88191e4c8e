declare module 'psychrolib' {
  const psychrolib: {
    SI: number;
    SetUnitSystem(system: number): void;
    GetTDewPointFromRelHum(dryBulbC: number, relHumFrac: number): number;
    GetSatVapPres(dryBulbC: number): number;
    GetTWetBulbFromRelHum(dryBulbC: number, relHumFrac: number, pressurePa: number): number;
  };
  export default psychrolib;
}
