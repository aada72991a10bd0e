import { code, div, eq, f, fig, h2, h3, link, note, p, page, plainEq, ref, row, steps, t, tab } from '../builder.ts'

export const chapter2 = div(
  { role: 'chapter', label: 'methods' },
  'Moorings and records',
  p`Everything in this thesis rests on four strings of thermometers, a raft, and a boat that leaked.${note`At the rate of two buckets an hour, which was measured.`} This chapter describes them in the order in which the
    signal passes through them: the weather above the lake, the water below it, and the arithmetic by which counts became
    temperatures. It ends with what went wrong, because a record is only as good as the list of its failures.`,
  h2('weather', 'The weather over the lake'),
  p`A raft was anchored in the middle of the western basin, near mooring W1 on ${ref('lake-map')}, from the end of April to the beginning of November in each of three
    years. It carried an anemometer at 3.2 m, a shielded thermometer and hygrometer, and two radiometers, one looking up and one down. A second anemometer stood on the
    shore at Harrow Ness. Wind speeds were brought to the standard height by assuming that speed grows with the logarithm of height,`,
  eq('log-profile', 'u_{10} = u_h\\,\\frac{\\ln(10/z_0)}{\\ln(h/z_0)}'),
  p`with ${f`z_0`} = 0.15 mm for open water. The choice of ${f`z_0`} matters little: doubling it raises ${f`u_{10}`} by less than one per cent. What matters more is that the raft and
    the shore do not feel the same wind. ${ref('air-temperature')} shows the same thing for the temperature of the air. On clear nights the shore is colder, by day it is warmer, and the raft lags both. All
    fluxes were computed from the raft.${note`For eleven days in the second year the raft was adrift and the shore station had to serve. Those days are marked in the
    log and left out of every regression.`}`,
  fig(
    'air-temperature',
    {
      picture: 'air-temperature.svg',
      width: 0.8,
      short: t`Air temperature at the shore and on the raft`,
      alternative: 'Daily mean air temperature from May to October at the shore and on the raft; the raft varies less.',
    },
    t`Daily mean temperature of the air at Harrow Ness (solid) and on the raft (dashed), second year.`,
  ),
  p`The distribution of wind speed is that of an upland valley, with much weak wind and a long tail (${ref('wind-speeds')}). Half of the energy that the lake receives in a season comes in
    the 102 hours during which the wind exceeds 10 m/s. This is the first sign of something that recurs in every chapter: for mixing, the mean wind is nearly
    without meaning, and a month is as windy as its worst two days.`,
  fig(
    'wind-speeds',
    {
      picture: 'wind-rose-speed.svg',
      width: 0.72,
      alternative: 'Histogram of wind speed; most hours between 0 and 6 metres a second, few above 10.',
    },
    t`Hours of wind at each speed on the raft, mean of three seasons.`,
  ),
  h2('moorings', 'The moorings'),
  p`Four moorings stood in the lake, two in the western basin and one in each of the others. Each is a line of braided rope between an anchor and a float that
    stays two metres below the surface, out of the reach of waves and of boys (${ref('mooring')}). Along the line hang thermistors at the depths given in ${ref('mooring-table')}. They were read every sixty seconds,
    and the readings were kept in the instrument until the line was lifted.`,
  fig(
    'mooring',
    {
      picture: 'mooring.svg',
      width: 0.6,
      alternative: 'Drawing of a mooring: a float below the surface, a line with ten thermistors, an anchor on the bed.',
    },
    t`The mooring used at all four stations, with the depths at W1.`,
  ),
  tab('mooring-table', t`Moorings, their thermistors and days in place over three seasons.`, 'lrrrl', [
    ['Mooring', 'Water depth (m)', 'Thermistors', 'Days in place', 'Remark'],
    ['W1', '38.5', '10', '531', 'beside the raft'],
    ['W2', '22.0', '8', '518', 'slope to the western sill'],
    ['M1', '19.6', '8', '540', 'dragged once, 40 m'],
    ['E1', '29.8', '10', '522', 'over the deepest point'],
  ]),
  p`The spacing is a compromise. Near the thermocline, where the temperature falls by a degree in a metre, thermistors a metre apart still leave the depth of an
    isotherm in doubt by ${f`\pm 0.2`} m; near the bed, where nothing changes, four metres are enough. Between thermistors the temperature was taken as a
    monotone cubic, which does not overshoot, and the depth of the isotherm ${f`T_i`} follows by inverting it.`,
  h3('clock', 'Clocks'),
  p`A tilt that takes nine hours to cross the lake cannot be followed with clocks that differ by one. Every logger was set against the same watch at the start of a season and compared with it at the end. The
    drift, ${f`\delta`}, was taken as steady, and a reading stamped ${f`t'`} was given the time`,
  eq('clock-correction', "t = t' - \\delta\\,\\frac{t' - t_0}{t_1 - t_0}"),
  p`where ${f`t_0`} and ${f`t_1`} are the times of setting and of comparison. The largest drift was 4 minutes in 190 days. ${ref('clock-correction')} brings it to seconds.`,
  h2('calibration', 'Calibration'),
  p`Thermistors are precise and faithless. They were calibrated before and after each season in a stirred bath against a platinum thermometer, at twelve temperatures from 1 to 24 °C. The
    resistance ${f`R`} was turned into a temperature by the usual formula with three constants,`,
  eq('thermistor', '\\frac{1}{T} = a + b\\ln R + c\\,(\\ln R)^3'),
  p`fitted to each instrument by least squares. The residuals, shown in ${ref('calibration-residuals')}, have a standard deviation of 1.9 mK and no shape. That they have no shape is worth more than that they are small.`,
  p`Drift between the two calibrations was spread evenly over the season, as with the clocks. For all but one thermistor it was below 2 mK. The exception is sensor 7 at mooring E1, at 19 metres, which gained 25 mK in the
    second season (${ref('drift')}).${note`The cause turned out to be a hair crack in the potting, through which water reached one lead. It can be seen with a hand lens.`} Its record was kept, with the drift taken out, and nothing below depends on
    it alone; with the correction and without it, the flux over the eastern sill in ${ref('exchange')} changes by less than two per cent.`,
  row(
    fig(
      'calibration-residuals',
      { picture: 'calibration.svg', width: 0.5, alternative: 'Residuals of the calibration scattered around zero within 4 millikelvin.' },
      t`Residuals of the calibration, all instruments, all temperatures.`,
    ),
    fig(
      'drift',
      {
        picture: 'thermistor-drift.svg',
        width: 0.5,
        alternative: 'Offset of sensor 7 growing to 25 millikelvin in 160 days while the others stay below 3.',
      },
      t`Offset of sensor 7 at E1 (solid) and the mean of the other thermistors there (dashed).`,
    ),
  ),
  h2('bathymetry', 'The shape of the bed'),
  p`The bed was surveyed in the spring of the first year with an echo sounder on lines a hundred metres apart, 214 km in all. On still days the sounder saw more than the bed. ${ref('echogram')} is a stretch of
    a line across the eastern basin, made on the morning after a storm: two layers stand in the water, at one third and at two thirds of the depth, and waves are running along them.${note`What reflects the sound is probably not the
    change of density itself but the small animals that gather at it.`}`,
  fig(
    'echogram',
    {
      picture: 'echogram.png',
      width: 0.7,
      short: t`Echogram of the eastern basin`,
      alternative: 'Grey picture of a vertical section of the lake with two dark layers, wavy in the middle, over a dark bed.',
    },
    t`Echogram of a line of 1.1 km across the eastern basin, morning of 15 August of the second year. The dark bands are layers; the bed is at the foot.`,
  ),
  p`Area as a function of depth, ${f`A(z)`}, was computed from the soundings by kriging on a grid of twenty metres, and volume by integration,`,
  eq('volume', 'V(z) = \\int_0^{z} A(z^{\\prime})\\,\\mathrm{d}z^{\\prime}'),
  p`The depth of each sill is that of the lowest path across it, which is found by flooding: raise a level from the bottom until water from one side meets water from the other. It gives 14.2 m for the western sill and 9.0 m for the eastern one, as
    entered in ${ref('basins')}. The cross-section of the passage above the eastern sill, ${f`a_s`}, is 2,140 square metres at mean level.`,
  h2('processing', 'From counts to layers'),
  p`The steps from the memory of an instrument to the quantities that are used in later chapters are few, and the same for all.`,
  steps(
    t`Readings are decoded, and those that fail their check sum are dropped; there were 41 in 118 million.${note`Of these, 38 are in one logger, in one night, in which there was thunder.`}`,
    t`Times are corrected by ${ref('clock-correction')}, and temperatures are computed by ${ref('thermistor')} with the drift taken out.`,
    t`Series are averaged over ten minutes, which removes the waves of the surface and keeps those of the thermocline.`,
    t`Isotherm depths, heat content and stability are computed from each profile, with ${ref('stability')} for the last.`,
    t`Gaps shorter than six hours are filled by interpolation and marked; longer ones are left.`,
  ),
  p`The density of the water was computed from temperature alone. The lake is soft and its salt, about 38 mg to the litre, is the same everywhere within the error of the method; its effect on density at the thermocline is a thousandth of that of
    temperature. For the record, the formula used is the polynomial`,
  plainEq('\\rho(T) = 999.84 + 0.0673\\,T - 0.00894\\,T^2 + 8.78\\times 10^{-5}\\,T^3 - 6.6\\times 10^{-7}\\,T^4'),
  p`in kilograms to the cubic metre with ${f`T`} in degrees Celsius. All programs, with the constants of every instrument, are kept with the data at ${link('https://data.orrin-uplands.example/vessary/moorings', 'https://data.orrin-uplands.example/vessary/moorings')},
    where ${code('profile.json')} holds the ten-minute averages from which every figure in this thesis can be drawn again.`,
  h2('failures', 'What went wrong'),
  p`Mooring M1 was dragged forty metres by an anchor in the first August and lay on its side for three weeks. The raft went adrift in the second June. A logger at W2 filled its memory twelve days before the end of the
    third season because it had been set to read twice as often as planned. In all, 4.1 per cent of the record is missing; ${ref('gaps')} says where. No storm is lost in both basins at once, which is luck.`,
  tab('gaps', t`Missing record by mooring and season, in days.`, 'lrrrr', [
    ['Mooring', 'First', 'Second', 'Third', 'Share (%)'],
    ['W1', '2', '0', '5', '1.3'],
    ['W2', '4', '4', '12', '3.7'],
    ['M1', '23', '3', '2', '4.9'],
    ['E1', '9', '6', '1', '3.0'],
    ['Raft', '0', '11', '8', '3.5'],
  ]),
  p`One failure was of another kind and taught more than it cost. In the third year the two anemometers disagreed for a week by a factor that was the same at all speeds. The cups on the raft had been painted, with the best
    intentions, to make them last. A painted cup is heavier, starts later and coasts longer, and its mean is too high in gusty wind. The week was corrected by
    comparison with the shore.${note`The painter has been forgiven. The brush is kept in the boathouse as a warning.`} Since then nothing that
    turns has been improved without a comparison on ${page('wind-speeds')} or its like being made first.`,

  h2('handling', 'Handling of the moorings'),
  p`A mooring is laid in an afternoon and lifted in a morning, and everything that can go wrong with it goes wrong in between. The lines were braided polyester of eight millimetres, stretched for a week under load before they were marked, since a new line grows by two per cent in its first month
    and takes the thermistors with it.${note`One line that had not been stretched grew by 38 cm between May and June of the first season. Its depths were corrected from the lead.`} Marks were sewn, not painted. Each thermistor sat in a sleeve of brass that was lashed at two points, so that it hung beside the line and was not shaded by it.`,
  p`The anchors were stone. Iron was tried in the first spring and given up after the compass of the boat had been found to point at the mooring from forty metres.${note`The boat came home by the church tower, which does not move.`} A stone of 180 kilograms, with a hole drilled through it by the mason at Harrow Ness, holds a float of 25 litres in any wind that was met, on a slope of up to one in six.
    On the slope at W2 it was set into a trench scraped by a diver.`,
  p`Lines were cleaned at every visit. What grows on them in Lake Vessary is a soft brown felt, at most a centimetre thick by August, and heaviest between two and five metres. It adds drag, and tilts the line; the tilt was estimated from the depth of the float in wind and in calm, and never moved the lowest thermistor by more than eleven centimetres.${note`The estimate assumes that the felt is spread evenly, which it is not. Doubling
    the assumed drag at the top changes the result by a third.`} No correction was made.`,
  h2('rates', 'How often to read'),
  p`A reading every sixty seconds fills the memory of a logger in 196 days. Whether it is worth filling was asked after the first season, by thinning the record. Isotherm depths computed from readings ten minutes apart differ from those of the full record by 3 cm at most, and from readings an hour apart by 20 cm in storms. The swing of the thermocline, with a period of 33 hours, would survive readings taken by hand every morning
    and evening; what would not survive is the delay between the basins, which is told from the arrival of a front that passes a mooring in forty minutes.`,
  p`The sixty seconds were kept, for a reason that was learned rather than planned. Faults show themselves in the short term first. A thermistor whose lead takes in water becomes noisy at the scale of a minute some weeks before its mean begins to drift, and sensor 7 was noticed in this way before its calibration told of it.${note`The noise of a sound thermistor is 0.4 mK from one reading to the next. Sensor 7 stood at 1.1 mK three weeks before
    it had drifted by as much as 5 mK.`} A record that had been averaged in the instrument would have hidden it.`,
  h2('checks', 'Checks against each other'),
  p`Instruments that stand in the same water must agree. Twice a season, in the fully mixed weeks of spring and autumn, every thermistor in a basin measures the same temperature, and the differences are those of the instruments. ${ref('intercomparison')} gives the standard deviation of these differences for each mooring. It is smaller in autumn than in spring, because the water is more even; the true error lies between the two.`,
  tab('intercomparison', t`Standard deviation of the differences between thermistors in mixed water, in mK.`, 'lrrr', [
    ['Mooring', 'Spring', 'Autumn', 'After calibration'],
    ['W1', '4.1', '2.2', '1.8'],
    ['W2', '4.4', '2.9', '2.1'],
    ['M1', '3.7', '2.5', '1.9'],
    ['E1', '4.9', '2.4', '2.0'],
  ]),
  p`The anemometers were compared by standing them side by side on the jetty for a month in each winter. They agree within two per cent above 3 m/s, and below that not at all, because the cups stick. Weak winds were therefore given no weight in anything that follows; by ${ref('stress')} they carry none.${note`A wind of 2 m/s carries one sixty-fourth of the energy of one of 8 m/s.`} The radiometers were compared
    with a standard instrument at the airfield, on a clear day in each June, and corrected by 1.5, 1.1 and 1.9 per cent.`,
)
