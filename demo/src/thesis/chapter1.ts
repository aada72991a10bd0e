import {
  bullets,
  div,
  em,
  epigraph,
  eq,
  f,
  fig,
  full,
  h2,
  h3,
  inLanguage,
  note,
  num,
  p,
  page,
  paragraphEnd,
  ref,
  t,
  tab,
} from '../builder.ts'

export const chapter1 = div(
  { role: 'chapter', label: 'introduction' },
  'A lake in three rooms',
  epigraph(t`The wind goes into the first room and knocks at the second.`, t`Said at Harrow Ness of a westerly that will not last`),
  p`Lake Vessary lies in a fold of the Orrin uplands at 412 metres above the sea. Seen from the road it is one sheet of water,
    eleven kilometres long and seldom wider than two. Seen from below it is three: two sills divide it into a deep western basin, a
    shallow middle and a small, steep-sided eastern basin, joined by passages through which a rowing boat hardly notices the change of
    depth. ${ref('lake-map')} shows how they lie. The people of Harrow Ness, at the western end, have always spoken of the lake as
    having rooms, and of the wind as walking from one to the next.${note`The expression is recorded in the parish book of Harrow Ness for
    1871, where a drowning is said to have happened “in the middle room, the wind being still in the first”.`} This thesis
    takes the expression at its word. It asks how the wind mixes each room, what the sills let through, and how much of what happens in one
    basin can be known from measurements in another.`,
  fig(
    'lake-map',
    {
      picture: 'lake-map.svg',
      width: 0.92,
      short: t`Lake Vessary, its sills and moorings`,
      alternative:
        'Map of a long lake with three basins between two sills; moorings W1 and W2 in the west, M1 in the middle, E1 in the east; prevailing wind from the south-west.',
    },
    t`Lake Vessary with its three basins, the two sills (dashed) and the moorings W1, W2, M1 and E1. Depth is shaded in steps of twelve metres.`,
  ),
  p`The question is an old one in a new place. Since the first thermometers were lowered into deep lakes it has been known that the wind
    does not stir a lake as a spoon stirs a cup. It pushes the warm surface water to one end, tilts the boundary between warm and cold, and
    when it drops the boundary swings back, past level, and goes on swinging for days. Mixing happens where this motion meets something:
    a shore, a slope, another layer. In a lake with a single basin the something is the bed. In a lake with sills it is, time and again,
    the sill.`,
  h2('why-basins', 'Why basins matter'),
  p`Most of what is taught about mixing in lakes was learned in lakes that are, near enough, one basin. The usual tools treat the
    lake as a column: a depth ${f`z`}, a temperature ${f`T(z)`}, and a supply of energy at the top. The column is a good servant as long as the
    water at a given depth is much the same everywhere. Where a sill stands between two parts of a lake this fails in a particular way. Above the
    depth of the sill, ${f`z_s`}, water is exchanged within hours and the column holds. Below it the basins are apart, and each keeps its
    own account of heat.`,
  p`Two numbers show how far apart. In the summer of the first year the water at 20 metres was 5.1 °C in the eastern basin and
    7.9 °C in the western one, four kilometres away. The two are separated by a sill whose crest stands at 9 metres. By the column, one
    lake has one temperature at 20 metres; Lake Vessary has two, and they differ by more than the whole seasonal change at that depth in either.`,
  bullets(
    t`The deep water of a small basin can be cut off from the wind for a whole season, and run short of oxygen while its neighbour does not.`,
    t`A forecast of turnover made for the lake as a whole is wrong for each of its parts, early for one and late for another.`,
    t`A single mooring, which is what most lakes have, samples one room and is taken to speak for all.`,
  ),
  p`The third point is the practical one, and the reason this work was paid for.${note`By the company, to two thirds; the rest was borne by the university.`} The water company of the Orrin valley draws from the eastern basin and
    measures in the western, where its jetty is.${note`The intake was moved east in the ninth year before this study began, after the
    floods; the thermistor chain stayed where its cable was.`} What it needs is a rule by which the record from the west can be read for the east. ${ref('index')} gives one, and
    ${ref('forecast')} says how far it can be trusted.`,
  h2('energy', 'Wind as a supply of energy'),
  p`The wind that blows over a lake at speed ${f`u_{10}`}, measured ten metres above it, drags the surface with a stress`,
  eq('stress', '\\tau = \\rho_a C_D u_{10}^2'),
  p`where ${f`\rho_a`} is the density of air and ${f`C_D`} a drag coefficient that grows a little with the speed. It is convenient to write the
    stress as a speed of the water, the friction velocity,`,
  eq('friction-velocity', 'u_* = \\sqrt{\\frac{\\tau}{\\rho_w}}'),
  p`with ${f`\rho_w`} the density of the water. For a wind of 8 m/s, which is a fresh day on Lake Vessary, ${ref('stress')} gives about 0.1 newton
    to the square metre and ${ref('friction-velocity')} about one centimetre a second. Little of the work that the stress does goes
    into mixing. Most of it makes waves, which break on the shore and are lost; some drives currents; and of the part that
    reaches the thermocline only a share, here written ${f`\gamma`}, lifts cold water against gravity. Estimates of ${f`\gamma`} run from one
    hundredth to one fifth, and the width of that range is a fair measure of what is not known.${note`The larger values come from laboratory
    tanks, in which the thermocline is thin and the walls are near.`}`,
  p`What the mixing has to work against is the stratification, which is measured by the buoyancy frequency`,
  eq('buoyancy', 'N^2 = -\\frac{g}{\\rho_0}\\,\\frac{\\partial \\rho}{\\partial z}'),
  p`A parcel of water that is lifted by a little and let go swings up and down ${f`N`} times in ${f`2\pi`} seconds. At the thermocline of Lake Vessary in August
    ${f`N`} is near 0.06 per second, a swing in less than two minutes; at thirty metres it is a tenth of that. The whole work of undoing the stratification, layer by layer, is
    the potential energy that would be gained if the lake were mixed from top to bottom. Per unit of area it is`,
  eq('stability', 'S = \\frac{g}{A_0}\\int_0^{H} (z - z_v)\\,\\bigl(\\rho(z) - \\bar\\rho\\bigr)\\,A(z)\\,\\mathrm{d}z'),
  p`in which ${f`A(z)`} is the area of the lake at height ${f`z`}, ${f`A_0`} that of its surface and ${f`z_v`} the height of the centre of its volume. The integral
    contains the shape of the basin, and the shape is different in each room. ${ref('hypsography')} shows the three curves on which the rest of the work
    depends, and ${ref('basins')} gives the numbers.`,
  fig(
    'hypsography',
    {
      picture: 'hypsography.svg',
      width: 0.78,
      alternative:
        'Three curves of area against height: the western basin largest and deepest, the middle shallow, the eastern small and steep.',
    },
    t`Area of each basin against height above the deepest point of the lake. The middle basin has no water below 16 m.`,
  ),
  tab('basins', t`The three basins of Lake Vessary.`, 'lrrrr', [
    ['Basin', 'Area (km²)', 'Greatest depth (m)', 'Volume (10⁶ m³)', 'Depth of sill (m)'],
    ['Western', '6.2', '40.1', '104.6', '14.2'],
    ['Middle', '3.1', '24.3', '31.9', '14.2 and 9.0'],
    ['Eastern', '2.4', '31.0', '29.8', '9.0'],
    ['All', '11.7', '40.1', '166.3', '–'],
  ]),
  h2('questions', 'Four questions'),
  p`The work is divided by four questions, each of which has a chapter. Together they go from the wind to the forecast.`,
  h3('q-budget', 'Can the heat of each basin be accounted for?'),
  p`Before mixing can be spoken of, the heat must add up. ${ref('budget')} closes the budget of the western and of the eastern basin, with the exchange over the
    sills as the term that had to be found. The residual, ${f`r(t)`}, stays within the bound set there in all but one week of three seasons.`,
  h3('q-wind', 'How does the wind reach the thermocline?'),
  p`${ref('wind')} follows storms across the lake. It shows that the tilt of the western thermocline, and not the local wind,
    decides what the eastern basin receives, and that the delay between the two is about nine hours.`,
  h3('q-index', 'Can mixing be told from few measurements?'),
  p`${ref('index')} defines an index of mixing, ${f`M`}, for lakes whose basins are stepped by sills, and tests it against the share of each basin
    that was seen to mix. It needs the wind, two temperatures and the shape of the bed.`,
  h3('q-forecast', 'Can turnover be forecast for each room?'),
  p`${ref('forecast')} turns the index round. Given a forecast of the wind, it gives the date on which each basin will turn over, with a
    stated doubt. Whether the doubt is small enough to be useful is asked there and answered with a qualified yes.`,
  h2('reading', 'How to read this thesis'),
  p`Instruments and records are described in ${ref('methods')}, and a reader who is willing to trust them can go straight to
    ${ref('budget')}. The definitions used throughout are few: ${ref('buoyancy', 'stability')} for the state of the water, ${ref('stress', 'friction-velocity')} for the wind. A
    log of every station visit stands in ${ref('station-log')}, and the derivation of the sill formula, which is longer than its
    use deserves, in ${ref('sill-derivation')}. The map on ${page('lake-map')} is worth a bookmark; the argument seldom
    leaves it. Directions are those from which the wind blows, depths are counted from the mean summer level, and times are solar times at Harrow Ness, which
    are eleven minutes behind the clock.${note`All loggers were set to this time in the first week and never changed. The reader who
    compares them with newspaper reports of storms should add the eleven minutes.`}`,
  p`Something should be said about what is not here. The thesis does not treat the chemistry of the lake, although the deep eastern water would
    repay it; nor its living things, although the perch of the middle room are said by anglers to know more of the thermocline than any
    thermistor. Ice is left out because there was none: in the three winters of the study the lake did not freeze, and the season of stratification could be taken as
    beginning and ending with water at one temperature throughout. The last ice recorded at Harrow Ness is twelve years old.${note`Ice-free winters were
    once rare enough to be entered in the parish book. There are four in the first hundred years and nine in the last twenty.`}`,
  p`A remark on exactness. Quantities are given with as many figures as the instruments carry and no more; where a doubt is stated it is one
    standard deviation, of the value and not of the mean, unless it says otherwise. Numbers in the text that are taken from a table or figure are marked by a
    reference to it, so that the reader can go and look. ${full('basins')} is the one most often needed; the volumes in it were measured anew, and
    differ by up to four per cent from those that the water company uses.`,
  h2('earlier-work', 'What was known of the lake'),
  p`Lake Vessary has been measured three times before. The first soundings were made from a horse-drawn sledge in a winter of hard ice, by a
    schoolmaster named Anselm Tarrow, who bored two hundred and six holes along eleven lines and lowered a lead through each.${note`Tarrow’s line was marked in
    Orrin ells. The conversion used here, 0.874 m, agrees with the brass standard in the town hall to a millimetre.`} His chart shows both sills, and
    puts the western one within thirty metres of where it is. The second survey was made by the water company with an echo sounder on a paper roll, of which half was
    lost in the floods. The third, for this work, is described in ${ref('bathymetry')}; it filled the gaps, and it confirmed the schoolmaster more often than
    the company.`,
  p`Temperatures were taken weekly off the jetty for nineteen years by successive keepers of the pump, at the surface and at ten metres, with the same
    reversing thermometer. The series has a weakness, in that nobody measured when it blew hard, and a strength, in that nobody changed the method. It is used in
    ${ref('forecast')} to test the forecast on years in which there were no moorings. Nothing was known of the temperature of the eastern basin below the depth of a bather’s feet.`,
  p`Of the wider literature only what is needed is cited, and it is cited where it is used. Three lines of it meet here. The first treats the energy that the
    wind gives to a stratified lake, and how that energy is divided between motion and mixing; the budget of the surface
    layer in ${ref('wind')} belongs to it. The second treats flow over sills, mostly in fjords, where the sill is deep, the tide is
    strong and the water is salt; ${ref('exchange')} carries it over to a lake in which the sill is shallow and there is no tide at all. The third is the practice of indices: single
    numbers by which one lake, or one week, may be set beside another. Their history is a warning as much as a help, and ${ref('index-idea')} begins with it.`,
  p`What is new here can be said in a sentence: the sill is treated as an instrument. It passes the upper part of every oscillation of the western basin into the eastern
    one and stops the lower part; what arrives in the east is a filtered record of what happened in the west, and from the filter, which is known, the one can be
    computed from the other. The sentence took three summers to write. ${em(inLanguage('la', 'Festina lente'))} is carved over the door of the boathouse, and the
    author has come to agree with it.${note`Make haste slowly.${paragraphEnd()}The builder of the boathouse was the grandson of the schoolmaster; the roof took him nine years.`}
    The order of the chapters is that in which things were understood, which is not the order in which they were done. Numbers ${num('budget', 'wind', 'index', 'forecast')} can be read
    alone by those who will take the earlier results on trust.`,
)
