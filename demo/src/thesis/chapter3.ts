import { div, em, eq, f, fig, full, h2, h3, note, p, page, ref, t, tab } from '../builder.ts'

export const chapter3 = div(
  { role: 'chapter', label: 'budget' },
  'Heat budget of the basins',
  p`If the heat of a basin cannot be accounted for, nothing can be said of how it is moved about within. This chapter draws up the account for the western and the eastern basin, season by season. Three of its terms can be measured or computed
    from the weather. The fourth, the exchange of heat over the sill, cannot be measured with the instruments of ${ref('methods')}; it is what is left when everything else has been entered, and the
    point of the chapter is to show that what is left behaves as a flow over a sill should.`,
  h2('terms', 'Terms of the budget'),
  p`The heat held by a basin below the surface, to the square metre of that surface, is`,
  eq('heat-content-eq', 'Q = \\frac{\\rho c}{A_0}\\int_0^{H} T(z)\\,A(z)\\,\\mathrm{d}z'),
  p`with ${f`c`} the specific heat of water. It changes by what crosses the surface, ${f`q_0`}, by what streams bring and take, ${f`q_r`}, and by what crosses the sill, ${f`q_s`}:`,
  eq('budget-eq', '\\frac{\\mathrm{d}Q}{\\mathrm{d}t} = q_0 + q_r + q_s + r'),
  p`The last term, ${f`r`}, is the residual: everything that was forgotten or measured badly. In a column of water of depth ${f`z`} the same balance reads, level by level,`,
  eq('column-budget', '\\rho c\\,\\frac{\\partial T}{\\partial t} = -\\frac{\\partial q}{\\partial z} + s(z)'),
  p`where ${f`s(z)`} is what the light leaves behind at that depth. ${ref('column-budget')} is used in ${ref('closing')}, and again for the mixing index.`,
  h3('surface', 'The surface'),
  p`The net flux through the surface has four parts,`,
  eq('surface-flux-eq', 'q_0 = (1 - \\alpha)\\,R_s + R_l - \\varepsilon\\sigma T_0^4 - H - E'),
  p`short-wave radiation less what is reflected, long-wave radiation down and up, and the turbulent fluxes of sensible heat ${f`H`} and of evaporation ${f`E`}. The radiation was measured. The turbulent fluxes were
    computed from the wind and the differences of temperature and humidity,`,
  eq('sensible', 'H = \\rho_a c_a C_H u_{10}\\,(T_0 - T_a)'),
  eq('evaporation', 'E = \\rho_a L C_E u_{10}\\,(e_0 - e_a)'),
  p`with coefficients that allow for the stability of the air. ${ref('sensible', 'evaporation')} are the least certain part of the budget: a tenth more or less in ${f`C_E`} moves the flux by 9 W/m² in August. ${ref('flux')} shows the sum by week. The lake gains heat until the middle of August and
    loses it after, and the change of sign takes no more than a fortnight in any year.`,
  fig(
    'flux',
    {
      picture: 'surface-flux.svg',
      width: 0.78,
      short: t`Net flux through the surface`,
      alternative: 'Net heat flux by week, positive until the fifteenth week and negative after.',
    },
    t`Net flux of heat into the lake through its surface, by week from the first of May; mean of three seasons.`,
  ),
  h3('streams', 'Streams'),
  p`Eleven streams enter the lake and one leaves it. Their heat matters little: the largest, the Arrel, brings 0.9 m³/s in summer, at temperatures within three degrees of the surface, and ${f`q_r`} is below 2 W/m² in all weeks but those of the two
    floods.${note`In the flood of the first September the Arrel rose to 31 m³/s and cooled the western basin by a tenth of a degree. The week is left out.`} It is entered all the same, for a budget with a term left out because it is
    small has a way of needing that term later.`,
  h2('heat-contents', 'Heat content of the two basins'),
  p`${ref('heat-content')} compares the heat held by the western and the eastern basin through the second season. They begin alike in May. By August the west holds a fifth more to the square metre, since it is deeper and better stirred; the east gives up its heat earlier and
    more slowly. The eastern curve lags the western by about nine hours in its small movements, which cannot be seen at this scale, and leads it by twelve days in its maximum, which can.${note`The two maxima fell on 14 and 26 August in the second season, on 9 and 20 August in the first, and on 17 and 30 August in the third.`}`,
  fig(
    'heat-content',
    {
      picture: 'heat-content.svg',
      width: 0.8,
      short: t`Heat content of both basins`,
      alternative: 'Heat content of the western and eastern basins from May to October; the western curve higher and later.',
    },
    t`Heat content of the west (solid) and the east (dashed) basin, May to October, second season.`,
  ),
  p`Three features ask for an explanation. The first is the difference of level, which follows from the shapes in ${ref('hypsography')}. The second is the dent in the eastern curve in the third week of August, which is the storm
    treated in ${ref('storm')}. The third is that from September on the eastern basin loses heat more slowly than its own surface does. Something feeds it, and there is nothing on that side of the lake to feed it but the sill.`,
  h2('closing', 'Closing the budget'),
  p`With the exchange left out the budget of the eastern basin does not close. The residual is small in spring, ${f`-6`} W/m² on average, and grows to ${f`+31`} W/m² in September: heat arrives that did not come through the surface. In the western basin
    the residual is smaller and of the opposite sign, in the ratio of the areas, as it must be if one basin pays the other.${note`The ratio of the residuals is 2.4 and that of the areas 2.6.`} Entering the exchange of ${ref('exchange')} brings both within bounds (${ref('residual')}).`,
  fig(
    'residual',
    {
      picture: 'budget-residual.svg',
      width: 0.8,
      alternative: 'Residual of the budget in both basins, within 15 watts to the square metre except for one week in August in the east.',
    },
    t`Residual of the closed budget in the west (solid) and the east (dashed), second season.`,
  ),
  p`We call a record ${em('closed')} on a window of length ${f`\tau`} if the residual stays below a bound at every step of the window,`,
  eq('closed', '\\frac{1}{\\tau}\\left|\\int_t^{t+\\tau} r\\,\\mathrm{d}t^{\\prime}\\right| \\le \\beta\\,\\overline{|q_0|}'),
  p`with ${f`\beta`} = 0.05 and ${f`\tau`} one week. By ${ref('closed')} the western record is closed in 74 of 75 weeks and the eastern in 71. The exceptions are given in ${ref('unclosed')}. Four of the five are weeks of flood or of a drifting raft; the fifth
    is the week of the storm, in which the eastern basin was not in balance with anything.`,
  tab('unclosed', t`Weeks in which the record is not closed by ${ref('closed')}.`, 'llrl', [
    ['Basin', 'Week', 'Residual (W/m²)', 'Cause'],
    ['Western', '19 of the first season', '−14.2', 'flood of the Arrel'],
    ['Eastern', '19 of the first season', '−9.8', 'flood of the Arrel'],
    ['Eastern', '7 of the second season', '11.1', 'raft adrift'],
    ['Eastern', '16 of the second season', '−22.6', 'storm of 14 August'],
    ['Eastern', '5 of the third season', '8.7', 'logger at E1 exchanged'],
  ]),
  h2('exchange', 'What the sill lets through'),
  p`The flow over the sill is driven by the difference of level between the thermoclines on its two sides. When the wind has pushed warm water to the east, the western thermocline stands high and the middle one low; warm water then runs back over the sill at the
    top, and cold water, if the thermocline has risen above the crest, spills over it at the bottom. The derivation in ${ref('sill-derivation')} follows the textbook for two layers over a crest and gives, for the upper layer,`,
  eq('sill-flow', "F_s = a_s\\,\\sqrt{2 g' \\,\\bigl|\\Delta h\\bigr|}\\;\\operatorname{sign}(\\Delta h)"),
  p`where ${f`\Delta h`} is the difference of thermocline depth across the sill and ${f`g'`} the reduced gravity,`,
  eq('reduced-gravity', "g' = g\\,\\frac{\\rho_2 - \\rho_1}{\\rho_2}"),
  p`The flux of heat is the flow times the difference of temperature, spread over the area of the basin that receives it,`,
  eq('sill-heat', 'q_s = \\rho c\\,\\frac{F_s\\,(T_1 - T_2)}{A_0}'),
  p`Nothing in ${ref('sill-flow', 'reduced-gravity', 'sill-heat')} is fitted. The area ${f`a_s`} is that of ${ref('bathymetry')} and the rest is read from moorings W2, M1 and E1.${note`A discharge coefficient below one would be expected for a
    rough crest. With a free coefficient the best fit is 0.93 ± 0.06, and it was left at one.`} ${ref('sill-exchange')} shows a typical event: after a west wind of twelve hours the upper layer swings over the sill and back with a period of 33 hours, the lower layer follows with half the strength
    and the opposite sign, and both die away in two days.`,
  fig(
    'sill-exchange',
    {
      picture: 'sill-exchange.svg',
      width: 0.78,
      alternative: 'Flow over the sill in the upper and lower layer for 48 hours: decaying oscillations of opposite sign.',
    },
    t`Flow over the western sill after the wind drops, upper layer (solid) and lower layer (dashed). Eastward flow is positive.`,
  ),
  p`Over a season the exchange carries 8 per cent of the heat that the eastern basin takes up in summer and 22 per cent of what it gives off in autumn. ${ref('season-budget')} sums it up. For the water company the second figure is the one that counts: from September on the temperature at the
    intake is set in good part by what the wind does at the other end of the lake.`,
  tab(
    'season-budget',
    t`The budget of both basins, means of three seasons, in W/m².`,
    'lrrrr',
    [
      ['Term', 'West, gain', 'West, loss', 'East, gain', 'East, loss'],
      ['Surface', '71.4', '−83.0', '68.9', '−97.5'],
      ['Streams', '0.8', '−1.1', '0.3', '−0.2'],
      ['Sills', '−2.2', '−8.1', '5.6', '21.7'],
      ['Change of heat', '69.5', '−92.6', '74.0', '−77.1'],
      ['Residual', '−0.5', '−0.4', '−0.8', '−1.1'],
    ],
    undefined,
    p`Gain: 1 May to the day of the greatest heat content, which falls between 9 and 21 August. Loss: from then to the day of even temperature in ${em('November')}. Positive terms warm the basin.`,
  ),
  h2('hidden', 'What the sill hides'),
  p`The budget closes, and it is tempting to leave it there. But a budget of the whole basin is silent about where in the basin the heat goes. The water that spills over the eastern sill at its crest, at 9 metres, is warmer than what it meets and stays above it. The
    exchange therefore feeds the upper half of the eastern basin and leaves the lower half alone. Below 15 metres the eastern basin warmed by 0.4 °C in the whole of the second summer, and at a steady rate: what conduction and a very little turbulence will do, and nothing
    that a storm could be seen in.`,
  p`This is the sense in which the basins are rooms.${note`The keeper of the pump has always called the passages “the doors”.`} The doors are high in the walls. What passes through them, ${full('sill-heat')} says; that the floor of the eastern room is not swept, ${ref('heat-content')} does not show and the profiles do. The
    next chapter asks what happens when the wind is strong enough to lift the floor to the door. It has to do so by tilting the thermocline by ten metres and more, and the storms that can do that are few. One of them is on ${page('tilt')}.`,

  h2('seasons', 'Three seasons compared'),
  p`So far the second season has stood for all. The first was colder and the third windier, and a budget that closes in one kind of summer need not close in another. ${ref('three-seasons')} sets them beside each other. The heat taken up between the first of May and the maximum differs by a fifth between the coldest and the warmest summer; the share of it that crosses the eastern sill differs by a factor of two.`,
  tab('three-seasons', t`The three seasons in the eastern basin.`, 'lrrr', [
    ['Quantity', 'First', 'Second', 'Third'],
    ['Heat taken up (MJ/m²)', '402', '438', '471'],
    ['Share over the sill, gain (%)', '6', '8', '11'],
    ['Share over the sill, loss (%)', '17', '22', '27'],
    ['Hours above 10 m/s', '71', '102', '133'],
    ['Weeks closed, of 25', '24', '23', '24'],
  ]),
  p`The order of the rows is the point of the table. The exchange follows the hours of strong wind and not the heat. In the first season, with 71 such hours, the east received little and kept it long; in the third, with 133, the exchange brought more than a quarter of what was lost in autumn. Between the two the surface fluxes hardly differ. A reader who wished to tell the seasons apart from the eastern basin alone, without looking at the weather, could do so by the
    heat that arrived from the west.${note`The test was made. Given the three records without their dates, a visiting colleague put them in the right order of windiness in four minutes.`}`,
  p`Something else can be read from the comparison. In the third season the residual of the eastern budget shows a slow swing of ± 3 W/m² with the period of a month, which the other seasons do not have. It has the phase of the level of the lake, which rose and fell by thirty centimetres that summer because the outlet was being rebuilt.${note`The works are described in the company’s report. The gate was closed for nine days in every
    four weeks.`} A level that rises adds water at the temperature of the surface, and a term for it should have been in ${ref('budget-eq')}. Put in afterwards, it removes the swing; it was left out of the figures, which were drawn before it was understood.`,
  h2('doubt-budget', 'The doubt of the budget'),
  p`Every term has its doubt, and the budget is no better than the worst of them. For a week in August the doubt of the heat content is 1.1 W/m², which comes from the spacing of the thermistors; that of the radiation 2.4; that of the turbulent fluxes 7.5; that of the streams 0.5; and that of the exchange, by the error of ${f`\Delta h`} in ${ref('sill-flow')}, 2.2 in the east and 0.8 in the west. Taken together they come to 8.3 W/m². The residual has a standard deviation of
    7.9.${note`That the two agree is a little better than one has a right to expect, and probably in part luck.`}`,
  p`It follows that nothing is left to be explained. The residual is as large as the errors make it and no larger, and whatever else may add to the heat of these basins, from the bed, from the ground water, from the friction of the currents, is hidden below it. The friction can be put at a bound: the whole of the energy that the wind gives to the lake, turned to heat, would come to 0.02 W/m². The heat from the bed is measured elsewhere in the Orrin uplands at 0.08.${note`In the bore at Lower
    Orrin, at 140 m. Nobody has measured it under the lake.`} Either could be a hundred times larger before this budget would notice.`,
  p`The turbulent fluxes are the weak place. They could be made better by measuring them, with instruments that follow the gusts, on a raft that does not follow the waves. Such rafts exist. With the money that one costs, the doubt of the budget would fall by half, and the sills would be known no better than now; the money was spent on moorings, and the author would spend it so again.`,
)
