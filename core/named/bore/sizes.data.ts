/** Nominal bores in use. Inch sizes are exact by definition (1 in = 25.4 mm); metric ones are the named figure. */
export interface BoreSize {
  readonly label: string;
  readonly system: 'inch' | 'metric';
  readonly diameterMm: number;
  readonly commonIn: string;
  readonly source: string;
}

const inch = (label: string, inches: number, commonIn: string): BoreSize => ({
  label,
  system: 'inch',
  // To the nanometre, so that 1-1/16 in is 26.9875 and not a hair less.
  diameterMm: Math.round(inches * 25.4e6) / 1e6,
  commonIn,
  source: 'trade sizes, inch fraction series',
});
const metric = (size: number, commonIn: string): BoreSize => ({
  label: `${size} mm`,
  system: 'metric',
  diameterMm: size,
  commonIn,
  source: 'trade sizes, whole millimetres',
});

export const BORE_SIZES: readonly BoreSize[] = [
  inch('7/16 in', 7 / 16, 'small masters; clutch'),
  inch('1/2 in', 1 / 2, 'motorcycle masters; clutch'),
  inch('9/16 in', 9 / 16, 'motorcycle masters'),
  inch('5/8 in', 5 / 8, 'small masters; clutch masters; wheel cylinders'),
  inch('11/16 in', 11 / 16, 'wheel cylinders; clutch'),
  inch('0.70 in', 0.7, 'small masters; clutch'),
  inch('3/4 in', 3 / 4, 'masters; clutch; wheel cylinders'),
  inch('13/16 in', 13 / 16, 'masters; wheel cylinders'),
  inch('7/8 in', 7 / 8, 'masters; wheel cylinders'),
  inch('15/16 in', 15 / 16, 'masters; wheel cylinders'),
  inch('1 in', 1, 'masters; wheel cylinders'),
  inch('1-1/32 in', 1 + 1 / 32, 'masters'),
  inch('1-1/16 in', 1 + 1 / 16, 'masters'),
  inch('1-1/8 in', 1 + 1 / 8, 'masters'),
  inch('1-3/16 in', 1 + 3 / 16, 'masters'),
  inch('1-1/4 in', 1 + 1 / 4, 'heavy masters'),
  inch('1-5/16 in', 1 + 5 / 16, 'heavy masters'),
  inch('1-3/8 in', 1 + 3 / 8, 'heavy masters'),
  inch('1-1/2 in', 1 + 1 / 2, 'heavy masters'),
  inch('1-9/16 in', 1 + 9 / 16, 'large bore of stepped units'),
  inch('1-5/8 in', 1 + 5 / 8, 'heavy masters; caliper pistons'),
  inch('1-3/4 in', 1 + 3 / 4, 'large bore of stepped units'),
  inch('1-7/8 in', 1 + 7 / 8, 'caliper pistons'),
  inch('2 in', 2, 'caliper pistons'),
  metric(10, 'small masters; clutch'),
  metric(11, 'motorcycle masters'),
  metric(12, 'motorcycle masters'),
  metric(13, 'motorcycle masters'),
  metric(14, 'motorcycle masters'),
  metric(15, 'motorcycle masters'),
  metric(16, 'motorcycle masters'),
  metric(17, 'motorcycle masters'),
  metric(18, 'masters'),
  metric(19, 'masters'),
  metric(20, 'masters'),
  metric(21, 'masters'),
  metric(22, 'masters'),
  metric(23, 'masters'),
  metric(24, 'masters'),
  metric(25, 'masters'),
  metric(26, 'masters'),
  metric(27, 'masters'),
  metric(28, 'masters'),
  metric(29, 'masters'),
  metric(30, 'masters'),
  metric(32, 'masters'),
  ...[33, 34, 35, 36, 37, 38, 39, 40, 41, 42, 43, 44, 45].map((mm) => metric(mm, 'heavy masters; caliper pistons; concentric slaves')),
  ...[46, 48, 50, 51, 52, 54, 57, 60, 63, 64, 66, 68, 70, 72, 75, 76].map((mm) => metric(mm, 'caliper pistons')),
];
