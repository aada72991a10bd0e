import { appendixHeading, div, em, eq, f, fig, group, h2, h3, note, num, p, panel, panels, ref, steps, t, tab } from '../builder.ts'

export const chapter5 = div(
  { role: 'chapter', label: 'index' },
  'A mixing index for stepped lakes',
  p`This chapter defines a number, the mixing index, that says what share of a basin is being mixed in a given week. It is built for lakes whose basins are stepped by sills, and it reduces to something known where there are none. The definition is in ${ref('definition')}; the rest of the chapter is about whether it
    deserves to be believed.`,
  h2('index-idea', 'Of indices in general'),
  p`The study of lakes is rich in indices. Each was made by someone who wished to compare two lakes and had one number for each. They have served well where the lakes compared were alike, and badly elsewhere, for the plain reason that a single number has no room to say what was left out. An index should therefore be judged
    by three things: whether it can be computed from what people measure, whether it has a meaning that can be tested, and whether it says when it does not hold.`,
  p`The index ${f`W`} of ${ref('wedderburn')} passes the first test and the second. It fails the third in stepped lakes, where it holds for a basin alone and is silent about what arrives from next door. What is wanted is an index for basin ${f`j`} that contains the state of basin ${f`i`} as seen through the sill between.`,
  h2('definition', 'Definition'),
  p`Let ${f`W_i`} be the index of the upwind basin and ${f`z_{ij}`} the depth of the sill that leads from ${f`i`} to ${f`j`}. A tilt of amplitude ${f`\zeta_i`} at the sill lets warm water pass if ${f`h_i + \zeta_i > z_{ij}`}. The share of an oscillation that passes is`,
  eq('passing-share', '\\phi_{ij} = \\frac{1}{\\pi}\\arccos\\!\\left( \\frac{z_{ij} - h_i}{\\zeta_i} \\right)'),
  p`which is a half if the thermocline lies at the crest, nothing if it lies more than an amplitude above, and one if it lies more than an amplitude below it; ${ref('passing-worked')} derives it. The energy that reaches basin ${f`j`} from basin ${f`i`} in a time ${f`\Theta_i`} is then`,
  eq('passed-energy', "E_{ij} = \\tfrac{1}{2}\\,\\rho_w\\, g'\\, \\zeta_i^2\\, \\phi_{ij}\\, B_{ij}\\, c_i\\, \\Theta_i"),
  p`with ${f`B_{ij}`} the width of the passage. To this is added the energy that the local wind supplies, ${f`E_{jj}`}, which is the right-hand side of ${ref('entrainment')} integrated over the same time. The index is the ratio of the energy that arrives and can be used to the energy that is needed to mix the basin through,`,
  eq('index-eq', 'M_j = 1 - \\exp\\!\\left( -\\frac{\\gamma\\,\\bigl(E_{jj} + \\sum_i E_{ij}\\bigr)}{S_j A_j} \\right)'),
  p`where ${f`S_j`} is the stability of ${ref('stability')} and ${f`A_j`} the area of the basin. The exponential keeps it between 0 and 1: the more has been mixed already, the less is left for new energy to do.${note`Any function that rises from 0 with slope 1 and ends at 1 would do. Three were tried. They differ by less than the scatter of the data, and the
    simplest was kept.`} In a lake with one basin the sum is empty and ${ref('index-eq')} is a function of ${f`W`} and of the shape alone.`,
  h3('need', 'What it needs'),
  p`The list is short, which was the intention. It takes the speed and direction of the wind at one place; the temperature at two depths, one in the warm layer and one below, in each basin, once a week; and a chart of the lake. Of the constants, ${f`\gamma`} = 0.04 was found in ${ref('deepening')} and is not fitted again. ${ref('constants')} gives the others.`,
  tab('constants', t`Constants of the mixing index for Lake Vessary.`, 'llrl', [
    ['Constant', 'Meaning', 'Value', 'From'],
    [t`${f`\gamma`}`, 'share of energy that mixes', '0.04', t`${ref('entrainment')}`],
    [t`${f`\eta`}`, 'weight of cooling', '0.2', t`${ref('combined')}`],
    [t`${f`z_{12}`}`, 'depth of the western sill', '14.2 m', t`${ref('basins')}`],
    [t`${f`z_{23}`}`, 'depth of the eastern sill', '9.0 m', t`${ref('basins')}`],
    [t`${f`B_{12}`}`, 'width of the western passage', '410 m', 'survey'],
    [t`${f`B_{23}`}`, 'width of the eastern passage', '265 m', 'survey'],
  ]),
  h3('compute', 'How it is computed'),
  p`For one week the computation is as follows.`,
  steps(
    t`From the wind of each hour compute ${f`u_*`} with ${ref('friction-velocity', 'drag')}, and ${f`u_c`} with ${ref('combined')}.`,
    t`From the two temperatures compute ${f`g'`} and, with the chart, ${f`h_1`}, ${f`h_2`} and ${f`S`} of each basin.`,
    t`For each event in which ${f`u_{10}`} exceeds 7 m/s for six hours or more compute the tilt by ${ref('setup')} and the share that passes by ${ref('passing-share')}.`,
    t`Sum the energies of ${ref('passed-energy')} over the events, add the local part, and insert them in ${ref('index-eq')}.`,
  ),
  p`Pencil and paper will do it in half an hour.${note`Forty minutes, if the wind has to be added up by hand.`} For the three seasons it was done by a program of two hundred lines, which is kept with the data.`,
  h2('test', 'Test against what was seen'),
  p`What should the index be compared with? The share of a basin that is mixed in a week can be seen in the profiles. A layer counts as mixed if its temperature at the end of the week differs from that of the layer above by less than at the beginning, and the heat gained agrees with that lost above it within the bound of ${ref('closed')}. The volume of
    such layers, divided by that of the basin, is the observed share, ${f`m`}. It is a demanding measure: heat that arrives by the back door does not count as mixing.${note`It is counted in the budget of ${ref('budget')}, where it belongs.`}`,
  fig(
    'profiles',
    {
      picture: 'index-profiles.svg',
      width: 0.76,
      short: t`The index by height in three months`,
      alternative: 'Profiles of the mixing index in June, August and October; near one at the top, in October nearly so at all heights.',
    },
    t`The mixing index by height above the bed in the eastern basin, computed layer by layer, in June (solid), August (dashed) and October (dotted).`,
  ),
  p`${ref('profiles')} shows the index computed layer by layer, which ${ref('index-eq')} allows if ${f`S`} and ${f`A`} are those of the water above the layer. In June only the top is mixed. In August the index falls off below the depth of the sill, as the budget of ${ref('hidden')} led us to expect. By October it is near to one everywhere but in the lowest metres.`,
  fig(
    'observed',
    {
      picture: 'index-against-observed.svg',
      width: 0.72,
      short: t`Index and observed share of mixed volume`,
      alternative: 'Sixty points of observed share against index scattered along the diagonal.',
    },
    t`Observed share of mixed volume against the mixing index, eastern basin, sixty weeks.`,
  ),
  p`${ref('observed')} is the test. The points lie along the diagonal with a standard deviation of 0.09. A regression gives`,
  eq('regression', 'm = (0.94 \\pm 0.04)\\,M + (0.03 \\pm 0.02)'),
  p`which does not differ from ${f`m = M`} by more than it should. Without the term for the sill, that is with ${f`E_{ij} = 0`}, the slope of the regression falls to 0.41 and the scatter doubles; ${ref('comparison')} gives this and other variants. The improvement is almost wholly due to eleven weeks in which water came over the sill, and those are
    the weeks that matter.`,
  tab('comparison', t`Slope and scatter of the observed share against variants of the index, eastern basin.`, 'lrrr', [
    ['Variant', 'Slope', 'Scatter', 'Weeks below 0.1 error'],
    [t`Full index, ${ref('index-eq')}`, '0.94', '0.09', '47'],
    ['Without the sill', '0.41', '0.19', '26'],
    ['Without cooling', '0.81', '0.13', '38'],
    ['Wind of the eastern shore', '0.52', '0.17', '29'],
    [t`${f`W`} alone`, '0.33', '0.22', '22'],
  ]),
  h2('sensitivity', 'How sensitive it is'),
  p`An index that needs a chart should not need a good one. Each input was changed by up to forty per cent and the index computed anew (${ref('sensitivity-figure')}). It answers to the wind most, with six tenths of the change; to the depth of the sill with a quarter, and to the area hardly at all. To the weekly temperatures it answers through ${f`g'`} only, and an error of half a degree in either
    changes it by two per cent in summer.`,
  fig(
    'sensitivity-figure',
    {
      picture: 'index-sensitivity.svg',
      width: 0.72,
      alternative: 'Change of the index against change of wind, sill depth and area; steepest for wind.',
    },
    t`Change of the mixing index when the wind (solid), the depth of the sill (dashed) or the area of the passage (dotted) is changed.`,
  ),
  p`In formulas, with ${f`x_k`} the inputs and ${f`\sigma_k`} their doubts, the doubt of the index is`,
  eq('error', '\\sigma_M^2 = \\sum_k \\left( \\frac{\\partial M}{\\partial x_k} \\right)^2 \\sigma_k^2'),
  p`and with the doubts of ${ref('methods')} ${ref('error')} gives ${f`\sigma_M`} = 0.06 for a week in August. Two thirds of it come from the wind.${note`Hence the fuss about the painted cups in ${num('failures')}.`}`,
  h2('limits', 'Where it does not hold'),
  p`The derivation assumed two layers. In May the lake has none, or ten; the index is then defined but means little, and should not be used until the difference between the two temperatures exceeds three degrees. It assumed that events do not overlap, which holds if they are farther apart than ${f`\Theta`}; in the third September two storms came
    within twenty hours, and the index is a tenth too low there. And it assumed that the sill controls the flow. Where a passage is so wide that the earth’s rotation bends the flow to one side, ${ref('sill-flow')} has to be replaced. On Lake Vessary the passage would have to be three kilometres wide.${note`The lake itself is nowhere wider than two and a half.`}`,
  p`These are limits of the kind that can be checked before the index is used, and they answer the third of the tests set at the beginning of the chapter. There is a fourth limit that cannot be checked in advance. The index tells what share of a basin is being mixed; it does not tell ${em('with what')}. Water that comes over the sill brings with it whatever it held in the
    other room.`,

  h2('examples', 'Two weeks worked through'),
  p`An index that can be computed with pencil and paper should be shown to be so computed. Take first a quiet week, the second of July in the first season. The wind at the raft exceeded 7 m/s for six hours once, on the Tuesday, at a mean of 8.1 m/s from the west. By ${ref('friction-velocity', 'drag')} this gives ${f`u_*`} = 1.0 cm/s. The temperatures were 16.8 and 7.4 °C in the western basin and 16.5 and 5.6 °C in the eastern one, so that ${f`g'`} is 0.0106 and 0.0110 m/s². With ${f`h_1`} = 8.2 m the
    tilt of the western thermocline, by ${ref('setup')}, comes to 5.8 m, half of it up and half of it down.`,
  p`The crest of the western sill stands at 14.2 m, six metres below the thermocline at rest; the tilt of 2.9 m does not reach it, and ${f`\phi_{12}`} is nothing. The eastern basin is left to its own wind and its own cooling. Their energy in that week, by the right-hand side of ${ref('entrainment')}, is 0.9 gigajoules on 2.4 square kilometres; what is needed to mix the basin through is 61. The index is ${f`M`} = 0.014. The observed share was 0.02.${note`In volume, 0.6 million cubic
    metres: a layer of 25 cm under the whole surface.`}`,
  p`Now the week of the storm of ${ref('storm')}. The tilt is 9.8 m, by measurement and nearly so by formula; the thermocline at rest lay at 11 m; the crest is passed for a share ${f`\phi_{12}`} = 0.28 of the swing. The energy sent over the sill is 14.1 gigajoules by ${ref('passed-energy')}. It leaves the middle basin, which is shallow and has little to be mixed, almost whole, passes the eastern sill with ${f`\phi_{23}`} = 0.81, and arrives as 10.9. With the 2.2 that the wind gave to the eastern
    basin itself, and ${f`S A`} = 58 gigajoules left to do, the index is 0.20. Observed were 0.23. Without the sill one would have had 0.037.${note`The first computation was done on the back of a chart in the boathouse, in the week itself, and came to 0.19. It is the one moment in three years of which the author is sure that she understood the lake.`}`,
  h2('others', 'Could it serve elsewhere?'),
  p`The index has been tested on the lake for which it was made, by the person who made it. That is the weakest kind of test. Two things can be said in its favour none the less. No constant was fitted to the data with which it was compared: ${f`\gamma`} comes from calm weeks in both basins, ${f`\eta`} from the literature, the depths and widths from the survey. And the eastern basin, on which it was tested, is not the one in which most of its terms are computed.`,
  p`For another lake one would need the chart first. A rough one will do, since ${ref('sensitivity-figure')} shows how little the area and width of a passage matter, but the depth of the sill has to be known within a metre or so, and that is a matter of an afternoon with a lead. One would need the fetch, which is read from a map. One would need, for one summer, two thermometers in each basin. All four of the unmeasured lakes of the uplands could be done in a single season by two people and a cart.${note`Tarrow did the same in three winters with a sledge and a horse named
    Patience.`}`,
  p`Where would it fail? In lakes so small that the wind does not have time to tilt anything before it changes; in lakes so large that the rotation of the earth turns the tilt into a wave that runs round the shore; and in lakes that are stratified by salt as well as by heat, where what comes over the sill may sink straight to the bottom. The first and the second can be told beforehand from two ratios, of the period ${f`\Theta`} to the length of a storm and of the width of the lake to the distance ${f`R`} of ${ref('rossby')}. The third can
    be told by tasting the water.`,
  appendixHeading('passing-worked', 'How much of a swing passes a sill'),
  p`Let the thermocline at the crest swing about its rest at depth ${f`h`} with amplitude ${f`\zeta`}, and let ${f`z`} be the depth of the crest. With ${f`\theta`} for the phase, warm water stands over the crest while`,
  group(
    'passing-steps',
    eq('passing-condition', 'h + \\zeta\\cos\\theta > z'),
    eq('passing-angle', '\\theta_0 = \\arccos\\frac{z - h}{\\zeta}'),
    eq('passing-time', '\\phi = \\frac{2\\theta_0}{2\\pi} = \\frac{1}{\\pi}\\arccos\\frac{z - h}{\\zeta}'),
  ),
  p`The condition ${ref('passing-condition')} holds between ${f`-\theta_0`} and ${f`\theta_0`}, and ${ref('passing-time')} is the share of the swing for which it does. It is ${ref('passing-share')} with the indices left out. ${ref('passing-figure')} shows the two cases that occur on the lake: at rest on the crest (${ref('passing-on')}), half of the swing passes; at rest above it (${ref('passing-above')}), little more than a quarter.`,
  panels(
    'passing-figure',
    t`The thermocline at the western sill during one swing (solid) and the depth of the crest (dashed).`,
    panel(
      'passing-on',
      { picture: 'passing-half.svg', alternative: 'A swing about the crest: half of the curve lies below the dashed line.' },
      t`at rest on the crest`,
    ),
    panel(
      'passing-above',
      {
        picture: 'passing-little.svg',
        alternative: 'A swing about a depth above the crest: a small part of the curve lies below the dashed line.',
      },
      t`at rest 3.2 m above it`,
    ),
  ),
  p`${ref('passing-table')} gives ${f`\phi`} for amplitudes that were met with.`,
  tab('passing-table', t`Share of a swing that passes, by height of the thermocline above the crest and amplitude.`, 'lrrr', [
    ['Above the crest', t`${f`\zeta`} = 3 m`, t`${f`\zeta`} = 5 m`, t`${f`\zeta`} = 8 m`],
    ['0 m', '0.50', '0.50', '0.50'],
    ['2 m', '0.27', '0.37', '0.42'],
    ['4 m', '0.00', '0.20', '0.33'],
    ['6 m', '0.00', '0.00', '0.23'],
  ]),
)
