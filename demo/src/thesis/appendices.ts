import { div, eq, f, h2, note, p, ref, t, tab } from '../builder.ts'

export const appendixA = div(
  { role: 'appendix', label: 'station-log' },
  'Station log',
  p`Visits to the moorings, shortened from the field books. Days without remark are left out. Depths were checked at every visit with a lead, and agree with ${ref('mooring-table')} within 0.3 m unless it says otherwise here.`,
  h2('log-first', 'First season'),
  tab('log-one', t`Visits of the first season.`, 'lll', [
    ['Date', 'Station', 'Remark'],
    ['28 April', 'all', 'laid out from the barge; W1 twice'],
    ['16 May', 'W1, W2', 'float of W2 too near the surface, shortened by 1.5 m'],
    ['20 June', 'E1', 'line grown over; cleaned'],
    ['4 August', 'M1', 'not found'],
    ['25 August', 'M1', 'found 40 m to the north on its side; laid anew'],
    ['3 November', 'all', 'lifted'],
  ]),
  h2('log-later', 'Later seasons'),
  p`The second and third seasons were quieter. The raft went adrift on 11 June of the second year and was back in place on the 22nd; it had not left the western basin.${note`It was found on the beach below the church, with a heron on it.`} Loggers were exchanged at E1 on 30 May of the third year. The profiler was used from W1, W2 and E1 on fourteen days of the second summer, and on the day of the storm of ${ref('storm')}.`,
  p`Times of high wind in which a visit was planned and not made are listed with the data. There are nine, and the reader of ${ref('wind')} may take comfort in knowing that measurements of storms were made by instruments.`,
)

export const appendixB = div(
  { role: 'appendix', label: 'sill-derivation' },
  'The flow over a sill',
  p`${ref('sill-flow')} is derived here for two layers over a crest. The layers have densities ${f`\rho_1 < \rho_2`} and the lower one is at rest on the downstream side. Along a streamline in the upper layer, from the basin where the motion is slow to the crest where it is fast, the head is conserved,`,
  eq('head', '\\frac{p_a}{\\rho_1} + g\\,\\zeta_0 = \\frac{p_b}{\\rho_1} + \\frac{v^2}{2} + g\\,\\zeta_b'),
  p`and in the lower layer, which does not move, the pressure is hydrostatic on both sides. Subtracting the two removes the level of the surface, which is the same to a centimetre, and leaves the reduced gravity,`,
  eq('crest-speed', "v^2 = 2 g'\\,\\Delta h"),
  p`with ${f`\Delta h`} the difference of thermocline depth between the basin and the crest. The flow is the speed times the area of the passage above the interface. If the interface falls below the crest the whole passage is filled and the area is ${f`a_s`}, which gives ${ref('sill-flow')}.`,
  h2('control', 'Control at the crest'),
  p`If the interface stands above the crest the thickness of the moving layer is not given but found. It is that for which the flow is the largest possible, as on a weir. With ${f`h_c`} the thickness at the crest and ${f`w`} its width,`,
  eq('weir', "F = w\\,h_c\\,\\sqrt{2 g' (\\Delta h - h_c)},\\qquad \\frac{\\partial F}{\\partial h_c} = 0"),
  p`and the second of ${ref('weir')} gives ${f`h_c = \tfrac{2}{3}\Delta h`}, so that`,
  eq('weir-flow', "F = w\\left(\\tfrac{2}{3}\\,\\Delta h\\right)^{3/2}\\sqrt{g'}"),
  p`For the passages of Lake Vessary ${ref('weir-flow')} holds in spring and ${ref('sill-flow')} for the rest of the season. Where they meet they differ by 4 per cent, which is within the doubt of ${f`\Delta h`}.${note`Two centimetres, from the spacing of the thermistors at W2.`} The rotation of the earth has been left out; it bends the flow over a distance`,
  eq('rossby', 'R = \\frac{c_i}{f_c}'),
  p`of 1.2 km, three times the width of the wider passage in ${ref('constants')}.${note`With the parameter of Coriolis at the latitude of the lake, 1.1 × 10⁻⁴ per second.`} The change of thickness over the sill has been left out as well. It would enter through the slope of the bed, which is small; in ${ref('closing')} nothing was seen that would need it.`,
)

export const appendixC = div(
  { role: 'appendix', label: 'constants-appendix' },
  'Instruments and constants',
  p`For anyone who should wish to repeat the work, the instruments are described here in more detail than ${ref('methods')} could bear, and the constants are collected that are scattered through the text.`,
  h2('thermistors-appendix', 'Thermistors and loggers'),
  p`The thermistors are glass beads of one millimetre in a steel needle, with a resistance of 10 kΩ at 25 °C. In moving water they follow a change of temperature with a time constant of 3 seconds, in still water of 5.${note`Measured by plunging them from one bath into another, with the film camera of the institute as a clock.`} They are read with a current of 10 microampere for 20 milliseconds, which heats them by less than 0.1 mK. The loggers hold 283,000 readings, run on two cells, and are sealed with a ring that was renewed at every opening whether it seemed to need it or not. None leaked.`,
  p`The clocks are quartz, cut for 25 °C, and run slow in cold water by up to 1.4 seconds a day. Since the water is coldest where the deep loggers hang, these drift the most; the correction of ${ref('clock-correction')} takes the drift as steady, which it would be if the temperature were. For the deepest logger at W1 the error of this assumption is 11 seconds at most.`,
  h2('constants-list', 'Constants'),
  tab('all-constants', t`Constants used in this thesis.`, 'llr', [
    ['Symbol', 'Meaning', 'Value'],
    [t`${f`\rho_a`}`, 'density of air', '1.21 kg/m³'],
    [t`${f`c`}`, 'specific heat of water', '4190 J/(kg K)'],
    [t`${f`c_a`}`, 'specific heat of air', '1005 J/(kg K)'],
    [t`${f`L`}`, 'heat of evaporation', '2.47 MJ/kg'],
    [t`${f`\alpha`}`, 'reflected share of sunlight', '0.06'],
    [t`${f`\varepsilon`}`, 'emissivity of water', '0.97'],
    [t`${f`C_E`}, ${f`C_H`}`, 'coefficients of the turbulent fluxes', '0.0013'],
    [t`${f`g`}`, 'gravity at Harrow Ness', '9.815 m/s²'],
  ]),
  p`The reflected share of sunlight is a mean over the day in summer. It rises to 0.11 in October, when the sun is low, and the larger value was used then.${note`The difference is 4 W/m² at noon and 1 over the day.`} Gravity is that of the survey stone in front of the town hall, and is given because the author was asked for it.`,
  h2('people', 'Hands'),
  p`The moorings were laid and lifted by the author, by Bram Oskarsen, and by whichever of the sons of the boat builder was not at school. The soundings were called by the author’s mother, who has a clear voice. The profiler was flown by its owners. The keepers of the pump, four of them over nineteen years, made the longest record that this thesis uses, without being asked for anything but a number in a book on Saturdays.${note`Their names are on the first page of the book, in four hands, with dates. There is room for more.`}`,
)
