import { bullets, div, eq, f, fig, h2, h3, note, p, page, ref, t, tab } from '../builder.ts'

export const chapter4 = div(
  { role: 'chapter', label: 'wind' },
  'Wind, fetch and the thermocline',
  p`The wind acts on the surface; the thermocline lies ten metres below. This chapter follows what happens in between. It begins with the fetch, the length of water over which the wind can work, goes on to the seasonal deepening of the warm layer, and spends most of its pages on
    storms, in which the thermocline ceases to be level and the basins begin to speak to each other.`,
  h2('fetch', 'Fetch'),
  p`For a point on the lake and a direction of the wind the fetch is the distance to the upwind shore. Its average over a basin, weighted by area, is what counts for the stress: over short fetches the wind is still adjusting to the smoothness of the water, and waves are
    too young to take up much of the momentum. ${ref('fetch-figure')} gives the mean fetch of each basin for all directions. For the prevailing south-west wind it is 7 km in the west and little more than 2 km in the east, because the eastern basin lies behind the shoulder of Carn Hill.${note`The hill rises 180 metres above the lake and is bare.`}`,
  fig(
    'fetch-figure',
    {
      picture: 'fetch-directions.svg',
      width: 0.78,
      short: t`Mean fetch by wind direction`,
      alternative: 'Fetch against wind direction; the western basin has a peak of seven kilometres for south-west wind.',
    },
    t`Mean fetch of the western (solid), the middle (dashed) and the eastern basin (dotted) by direction of the wind.`,
  ),
  p`The drag coefficient was made to depend on fetch ${f`X`} through the age of the waves, in the form`,
  eq(
    'drag',
    'C_D = \\left(\\frac{\\kappa}{\\ln(10/z_0)}\\right)^2,\\qquad z_0 = \\alpha_c\\,\\frac{u_*^2}{g}\\left(\\frac{g X}{u_{10}^2}\\right)^{-1/6}',
  ),
  p`in which ${f`\kappa`} is 0.41 and ${f`\alpha_c`} 0.018. The two halves of ${ref('drag')} contain each other and are solved by iteration; four rounds are enough. The stress on the eastern basin comes out a quarter below that on the western for the same wind at ten metres, before the shelter
    of the hill is counted.${note`Shelter was estimated from the two anemometers and a third that stood on the eastern shore for six weeks. It takes off another fifth in south-west wind and nothing in other directions.`}`,
  h2('deepening', 'How the warm layer deepens'),
  p`Between storms the warm layer deepens slowly. ${ref('thermocline')} shows the depth of the thermocline, taken as that of the strongest gradient, in both basins. In the western basin it goes down by 2.3 metres a month until September, then faster; in the eastern by half of that. The ratio is near to the
    ratio of the energies that the wind supplies, which suggests that the same share of that energy is used in both.`,
  fig(
    'thermocline',
    {
      picture: 'thermocline-depth.svg',
      width: 0.78,
      alternative: 'Depth of the thermocline from May to October, from four metres down to twenty in the west and to fourteen in the east.',
    },
    t`Depth of the thermocline in the west (solid) and the east (dashed), mean of three seasons.`,
  ),
  p`The suggestion can be made a test. Let the warm layer have depth ${f`h`} and differ in density by ${f`\Delta\rho`} from what lies below. To deepen it by ${f`\mathrm{d}h`} the water entrained must be lifted by half the depth of the layer, and the energy for it must come from the
    wind at the rate ${f`\rho_w u_*^3`}, less what is lost:`,
  eq('entrainment', "\\frac{1}{2}\\, g' h\\,\\frac{\\mathrm{d}h}{\\mathrm{d}t} = \\gamma\\, u_*^3"),
  p`${ref('entrainment')} is the oldest formula of the subject and holds where the wind is steady and the lake is wide. Integrated over calm weeks it gives ${f`\gamma`} = 0.041 in the west and 0.038 in the east; the two agree within their doubt of 0.006. The share of the energy that is used is the
    same in both basins, and it is about one twenty-fifth. So far the rooms obey one law.${note`The middle basin was left out of the comparison. Its warm layer reaches the bed by the end of August.`}`,
  h3('cooling', 'Cooling from above'),
  p`At night, and from the end of August by day as well, the surface cools, and cooled water sinks. Its fall stirs as the wind does, with a velocity`,
  eq('convective-velocity', 'w_* = \\left(\\frac{g\\,\\alpha_T\\,|q_0|\\,h}{\\rho c}\\right)^{1/3}'),
  p`where ${f`\alpha_T`} is the expansion of water by heat. For a loss of 100 W/m² and a layer of ten metres, ${ref('convective-velocity')} gives 0.6 cm/s: the same as a wind of 5 m/s. The two kinds of stirring were added as cubes,`,
  eq('combined', 'u_c^3 = u_*^3 + \\eta\\, w_*^3'),
  p`with ${f`\eta`} = 0.2, and ${f`u_c`} from ${ref('combined')} stands for ${f`u_*`} in everything that follows.`,
  h2('storm', 'The storm of 14 August'),
  p`On the 13th of August of the second year the wind went round to the south-west in the evening, rose through the night, and blew at 13 m/s from eight in the morning of the 14th until three in the afternoon. It had dropped to nothing by six. The lake was at its most
    stratified. All four moorings were in place and all forty thermistors were working; there will not soon be a better record of such a day.${note`The boat was on land. The author watched from the boathouse and saw nothing but waves.`}`,
  fig(
    'tilt',
    {
      picture: 'tilt-storm.svg',
      width: 0.8,
      short: t`Tilt of the thermocline in the storm`,
      alternative:
        'Depth of the 12 degree surface at both ends of the western basin over 36 hours: it separates to ten metres and then oscillates.',
    },
    t`Depth of the 12 °C surface at the windward (solid) and leeward (dashed) end of the western basin, 14 and 15 August of the second year.`,
  ),
  p`${ref('tilt')} shows what the thermocline did. While the wind rose it sank at the leeward end and came up at the windward end, until the difference was ten metres over five kilometres. This is the balance between the stress and the slope, which for two layers of
    depths ${f`h_1`} and ${f`h_2`} in a basin of length ${f`L`} reads`,
  eq('setup', "\\frac{\\Delta\\zeta}{L} = \\frac{u_*^2}{g'\\,h_1}"),
  p`By ${ref('setup')} the wind of that day should tilt the thermocline by 10.6 metres; it tilted by 9.8. When the wind dropped the thermocline swung back, overshot and went on swinging, with a period that agrees with the simplest formula for a closed basin of two layers,`,
  eq('seiche-period', "\\Theta = 2L\\,\\left( g'\\,\\frac{h_1 h_2}{h_1 + h_2} \\right)^{-1/2}"),
  p`which gives 32 hours where 33 were observed. Up to here the western basin behaves like the lakes of the textbooks. What is not in the textbooks happened at the sill.`,
  h3('over-sill', 'Over the sill'),
  p`At the leeward end the warm layer reached down to 16 metres, two metres below the crest of the western sill. For eleven hours the passage was filled with warm water from top to bottom, all of it moving east. It raised the level of nothing, for the surface of a lake is flat to a
    centimetre, but it pushed the thermocline of the middle basin down by five metres, and the middle basin, being shallow, ran out of cold water. From then on what went in on the western side came out on the eastern. Nine hours after the storm began, and two after it had begun to
    drop, warm water came over the eastern sill in a layer six metres thick.`,
  p`Nine hours is the time that a wave on the thermocline needs from one sill to the other. With ${f`c_i`} the speed of such a wave,`,
  eq('wave-speed', "c_i = \\sqrt{g'\\,\\frac{h_1 h_2}{h_1+h_2}}"),
  p`and the depths of the middle basin, ${ref('wave-speed')} gives 0.13 m/s, and for the 4.1 kilometres between the sills 8.8 hours. The delay was measured in 23 events. It lies between 7.5 and 10.5 hours in all of them, longer when the stratification is weak, as it should be (${ref('events')}).`,
  tab(
    'events',
    t`The seven strongest events of three seasons: wind, tilt, delay between the basins and heat carried over the eastern sill.`,
    'lrrrr',
    [
      ['Event', 'Wind (m/s)', 'Tilt (m)', 'Delay (h)', 'Heat (TJ)'],
      ['First season, 2 July', '10.8', '6.1', '8.0', '3.9'],
      ['First season, 21 August', '11.5', '7.7', '8.5', '5.2'],
      ['Second season, 30 June', '9.9', '4.9', '8.0', '2.6'],
      ['Second season, 14 August', '13.0', '9.8', '9.0', '8.8'],
      ['Second season, 19 September', '12.1', '11.4', '10.5', '9.7'],
      ['Third season, 11 July', '10.2', '5.5', '7.5', '3.1'],
      ['Third season, 3 September', '11.9', '9.0', '9.5', '7.4'],
    ],
  ),
  h2('turbulence', 'Turbulence'),
  p`A microstructure profiler was borrowed for the summer of the second year.${note`From the marine station at Sennet Point, with thanks. It returned with all its probes, which is said not to have happened before.`} It falls freely and measures the shear at the scale of a centimetre, from
    which the rate of dissipation ${f`\varepsilon`} follows. ${ref('dissipation')} compares profiles from the afternoon of the storm with those from a calm week.`,
  fig(
    'dissipation',
    {
      picture: 'dissipation.svg',
      width: 0.76,
      alternative: 'Dissipation against depth on a logarithmic scale, a hundred times larger in the storm down to ten metres.',
    },
    t`Dissipation at mooring W1 in the storm (solid) and in calm weather (dashed), means of nine and of fourteen profiles.`,
  ),
  p`In the warm layer dissipation is a hundred times that of a calm day. It falls through the thermocline to values that the instrument can hardly tell from its own noise. From dissipation and stratification the diffusivity of heat may be estimated as`,
  eq('diffusivity', 'K = \\Gamma\\,\\frac{\\varepsilon}{N^2}'),
  p`with ${f`\Gamma`} about 0.2. ${ref('diffusivity')} gives ${f`2\times 10^{-5}`} m²/s in the thermocline during the storm and ${f`3\times 10^{-7}`} in calm weather, hardly more than the conduction of still water. But profiles taken on the slope above the western sill, at W2, show five times as much as those in the middle of the basin at the same
    depth. The mixing is done at the edges.${note`The edges, between the depths at which the thermocline meets the slope, are 7 per cent of the area.`}`,
  h2('wedderburn-section', 'A number for the tilt'),
  p`Whether a storm will bring the thermocline up to the surface at the windward end is told by the ratio of the slope that stratification would allow to the slope that the wind would make,`,
  eq('wedderburn', "W = \\frac{g' h_1^2}{u_*^2 L}"),
  p`If ${f`W`} is large the thermocline hardly moves. If it is one, cold water appears at the windward shore. ${ref('w-figure')} shows it for both basins. The western basin comes below 1 on four days in three seasons, the eastern on none: with a fetch of a third and three quarters of the stress, it is
    well defended. And yet the eastern basin is mixed, in September, when its own ${f`W`} stands at 5.`,
  fig(
    'w-figure',
    {
      picture: 'wedderburn.svg',
      width: 0.78,
      alternative: 'Index W from May to October for both basins; the western one falls near to one in storms.',
    },
    t`The index W of ${ref('wedderburn')} for the west (solid) and the east (dashed), daily minima, second season.`,
  ),
  p`The explanation has been given already, and this is the place to state it. The eastern basin is not mixed by the wind that blows on it. It is mixed by water that comes over the sill, and that water is sent by the wind that blows on the western basin. A forecast for the east that uses the wind of the east
    must fail. What it needs is`,
  bullets(
    t`the stress on the ${f`6.2`} square kilometres of the western basin, from ${ref('stress')};`,
    t`the depth of the thermocline there, to know whether the tilt reaches the crest;`,
    t`and the delay, which is known from ${ref('wave-speed')} if the stratification of the middle basin is known.`,
  ),
  p`None of these has to be measured in the east. The next chapter makes a single number of them. How it was found owes much to the picture on ${page('tilt')}, on which it can be seen that the upper part of an oscillation passes and the lower part does not.`,

  h2('calm', 'What calm does'),
  p`A chapter on wind should have a page on calm. Between storms there are in Lake Vessary, from May to October, on average nine periods of four days or more in which the wind stays below 3 m/s. In them the thermocline comes to rest, the surface layer splits into a warm skin of a metre or two by day and is mixed again by cooling at night, and the lake behaves as a column, or as three.${note`In the longest calm of the study, eleven days in the third July, mooring M1 recorded the same temperature to 2 mK at
    twelve metres for a hundred and six hours.`} It is then that the basins drift apart: each takes up heat by its own surface and mixes it by its own cooling, and the difference across the sills grows by a few hundredths of a degree a day.`,
  p`The difference is what the next storm works with. A storm that comes after a long calm finds a sharp thermocline and a large contrast between the basins, tilts the one less and exchanges the other more. The two effects nearly cancel in the heat that crosses the sill, and do not cancel in the depth to which the exchange reaches. After calm, warm water spreads thinly over the eastern basin; after a week of
    moderate wind it plunges.${note`The distinction matters for the intake, which lies at eleven metres and sees only water that plunges.`}`,
  p`There is a second thing that calm does, and it was not looked for. In still nights the shallow water along the northern shore cools faster than the deep and slides down the slope as a cold layer a few decimetres thick. At W2 it was seen to pass in eleven of fourteen calm nights in September of the second year, between two and five in the morning, at a speed of 2 cm/s. It carries little heat, 0.6 W/m² averaged over the basin. But it runs along the bed, where nothing else moves, and it ends
    at the depth at which it meets its equal, a little below the thermocline.${note`A drawing of such a layer stands in Tarrow’s notebook, with the words “felt on the hand, at the ladder, before sunrise”.`}`,
  h2('lessons', 'What the storms have in common'),
  p`Seven events were listed in ${ref('events')}; sixteen weaker ones were followed as well. They differ in strength, in season and in the direction from which the wind came, and agree in the following. The tilt of the western thermocline is set up within the time that a wave needs to cross the basin, about sixteen hours, and not before; a wind that blows for less does not reach the balance of ${ref('setup')}, however strong. The exchange over the western sill begins when
    the tilted thermocline passes the crest and ends when it has swung back, and its amount is given by that time and by ${ref('sill-flow')} within a tenth. The exchange over the eastern sill begins nine hours later. And after three swings, all is as it was before, except for the heat that has changed places.`,
  p`That last sentence needs a qualification. Not all is as it was. Each event leaves the thermocline of the western basin a little thicker, by 0.3 m on average, and that of the eastern one a little deeper, by 0.2 m. The first is mixing, done on the slopes as W2 shows; the second is the volume that came over the sill. Summed over a season they come to what is seen in ${ref('thermocline')}, and this, after the fact, is why the two curves there go down at rates that are in the ratio
    of the energies supplied.${note`It had been taken for a law at first and is only a sum.`}`,
  p`One storm does not fit. On the 19th of September of the second year the thermocline of the west tilted by 11.4 metres, the most that was ever seen, and touched the surface at the jetty, where cold water with a smell of autumn stood for five hours. The eastern basin received 9.7 terajoules, as ${ref('sill-flow')} would have it; but the delay was ten and a half hours, and the warm layer that arrived was nine metres thick where it should have been six. The passage between the
    middle and the eastern basin must have run full, with the water held back behind it like a crowd at a gate. A formula for a sill that is drowned exists, and gives 10.2 hours; it needs the width of the passage at every depth and is left for another time.`,
)
