import { div, eq, f, fig, h2, h3, note, p, page, quote, ref, t, tab } from '../builder.ts'
import { boxesAppendix } from './boxes.ts'

export const chapter6 = div(
  { role: 'chapter', label: 'forecast' },
  'Forecasting turnover',
  p`Each autumn there is a day on which a basin has one temperature from top to bottom. The water company wishes to know that day a week ahead, for it is the day on which the water of the deep reaches the intake, with what the summer has left in it.${note`Mostly manganese, which harms nobody and stains the washing.`} This chapter uses the index of ${ref('index')} to forecast it, for each basin, and
    compares the forecast with what happened.`,
  h2('turnover-definition', 'What is forecast'),
  p`Turnover of basin ${f`j`} is taken as the first day after which the index, summed over time, has used up the stability that was left:`,
  eq(
    'turnover-eq',
    '\\int_{t_0}^{t_j} \\gamma\\,\\Bigl( \\dot E_{jj} + \\sum_i \\dot E_{ij} \\Bigr)\\,\\mathrm{d}t \\;=\\; A_j\\, S_j(t_0) - \\int_{t_0}^{t_j} A_j\\,\\dot S_j^{\\mathrm{cool}}\\,\\mathrm{d}t',
  ),
  p`The left side is what wind and exchange supply, the right what is left to do, reduced by what cooling does by itself. All terms are known at ${f`t_0`}, the day of the forecast, but for the weather to come. It is taken from the regional forecast as far as that goes, which is five days, and from the mean of the season after that.${note`The regional forecast is made
    for the airfield at Lower Orrin. Its wind was brought to the lake by regression on three years of the raft.`}`,
  p`Observed turnover is the first day on which all thermistors of a mooring agree within 0.1 °C for a whole day. In the western basin it fell between 26 October and 15 November in the nine years for which it can be told, in the eastern between 11 October and 29 October. The east turns over first. It is smaller and holds less; but it would turn over in the last days of October
    if it were left to itself, as ${ref('turnover-table')} shows, and it is the exchange that brings the day forward.`,
  tab('turnover-table', t`Turnover in the three seasons: observed, and computed with and without exchange over the sills.`, 'llrr', [
    ['Season', 'Basin', 'Observed', 'With and without exchange'],
    ['First', 'western', '31 October', '30 October; 28 October'],
    ['First', 'eastern', '14 October', '15 October; 27 October'],
    ['Second', 'western', '8 November', '6 November; 3 November'],
    ['Second', 'eastern', '19 October', '19 October; 2 November'],
    ['Third', 'western', '2 November', '4 November; 1 November'],
    ['Third', 'eastern', '12 October', '14 October; 25 October'],
  ]),
  h2('skill', 'Skill'),
  p`The skill of a forecast is measured against the best that can be done without it, which here is the mean date of earlier years. With ${f`d`} the date forecast, ${f`o`} the date observed and ${f`\bar o`} the mean,`,
  eq('skill-eq', 's = 1 - \\frac{\\sum (d - o)^2}{\\sum (\\bar o - o)^2}'),
  p`A perfect forecast has ${f`s = 1`}, and one no better than the calendar ${f`s = 0`}. ${ref('skill-figure')} shows how the skill falls as the day is farther off. It starts at 0.93, crosses one half at seven days and meets the line of the seasonal mean at eleven. Beyond that the forecast knows no more than the month.${note`The month knows something: the seasonal mean has a skill of 0.34 by ${ref('skill-eq')} against the mean of all days.`}`,
  fig(
    'skill-figure',
    {
      picture: 'forecast-skill.svg',
      width: 0.74,
      alternative: 'Skill of the forecast against days ahead, falling from 0.93 to the seasonal mean after eleven days.',
    },
    t`Skill of the forecast of eastern turnover by ${ref('skill-eq')} (solid), and of a forecast that knows only the mean of the season (dashed).`,
  ),
  p`The fall has two causes that can be told apart. Up to five days it is slow: the weather is forecast well and the doubt is that of the index. Then it steepens, where the regional forecast ends. A forecast of the wind that reached to ten days would be worth more to the water company than any improvement of the lake model, and this is the most useful single sentence in
    the thesis.`,
  h2('nineteen', 'Nineteen years at the jetty'),
  p`Three seasons are few. The weekly temperatures taken off the jetty, described in ${ref('earlier-work')}, reach back nineteen years, and for nine of them the wind of the airfield is on record. From these the index and the date of turnover in the western basin can be computed, and the date can be compared with the first week in which the keeper wrote the same temperature twice. ${ref('dates')} shows
    both.`,
  fig(
    'dates',
    {
      picture: 'turnover-dates.svg',
      width: 0.74,
      short: t`Turnover in nine years`,
      alternative:
        'Observed turnover dates in nine years as dots and the forecast as a line, both becoming later by about two days a year.',
    },
    t`Turnover of the western basin in nine years, observed at the jetty (dots) and forecast a week ahead (line).`,
  ),
  p`The forecast is right within five days in eight of nine years. In the seventh it is nine days early. The keeper’s book has an entry for that October: the boat was ashore for repair and the readings were taken from the end of the jetty, where it is six metres deep.${note`The entry reads, in full: “Boat on the stones. Took it off the end.” The water at six metres is always first to agree with the surface.`}
    Without that year the scatter is 2.9 days.`,
  p`Turnover has become later by two days a year over the nine years, in the record and in the forecast. Nine years are not enough to call it a trend, and the author does not. It should be kept in mind that the forecast, having no knowledge of the year but through the wind and two temperatures, moves in step.`,
  h2('use', 'In use'),
  p`The forecast has been sent to the water company every Monday since the second season. It is one line: a date for each basin, and the doubt in days. In two autumns it gave notice of eastern turnover six and eight days before the event. Both times the intake was closed for the two days on which the deep water came up, and the works drew on the reservoir. What that
    was worth is for the company to say; that it was done is enough.${note`The company has since asked for the forecast by Monday noon.`}`,
  h3('doubt', 'How doubt is stated'),
  p`The doubt that goes with the date is computed by letting the wind after the fifth day be that of each of the earlier years in turn. The date is the median of the results and the doubt half the distance between the quartiles,`,
  eq('doubt-eq', '\\sigma_t = \\tfrac{1}{2}\\,\\bigl( t_{0.75} - t_{0.25} \\bigr)'),
  p`In forty forecasts the observed day lay within ${f`\pm\sigma_t`} twenty-three times, where twenty would be expected. The doubt is, if anything, stated too large. It was left as it is, on the ground that a forecaster who is believed when he says that he does not know will be believed when he says that he does.`,
  h2('conclusions', 'Conclusions'),
  p`The four questions of ${ref('questions')} can now be answered. The heat of each basin can be accounted for, within five per cent in 145 of 150 weeks, if the exchange over the sills is entered as ${ref('sill-heat')} has it (${ref('budget')}). The wind reaches the thermocline of the western basin directly and that of the eastern by way of the sill, with a delay of nine hours
    (${ref('wind')}). Mixing can be told from the wind at one place and two temperatures in each basin by an index that holds with a scatter of 0.09 (${ref('index')}). And turnover can be forecast, for each room, with skill up to eleven days ahead.`,
  p`Three things remain open. The eastern deep, below 15 metres, is mixed by something weak and steady that neither storms nor exchange explain; heat from the bed is a candidate, and the profiles of the spring should be looked at with that in mind. The overlap of storms needs a better treatment than the one in ${ref('limits')}. And the index should be tried on another
    lake. There are four in the Orrin uplands alone that have sills and are as yet unmeasured; their charts are Tarrow’s, and probably right.${note`His sounding of the deepest point is 40.4 m; ours is 40.1.`}`,
  p`The people of Harrow Ness were right about the rooms, and about the wind. It does walk from one to the next. It takes nine hours, and it leaves the door open behind it. Anyone who wishes to see this for themselves should take the map on ${page('lake-map')}, a thermometer on forty metres of line, and a day in August with the wind in the south-west.`,

  h2('after', 'An afterword on rooms'),
  p`It was said in the first chapter that the sill is treated as an instrument, and something may be added now that the measurements are in. An instrument has a range, a resolution and a response. The eastern sill of Lake Vessary has a range that begins when the western tilt exceeds three metres, for less never reaches the crest of the first sill in summer. It has a resolution of about one week, since two events that fall closer together cannot be told apart in what arrives. And it has a response that depends on the season: in June it passes a quarter of
    what it is sent, in September nearly all.${note`In October there is no response at all, because there is nothing left for it to respond with.`}`,
  p`Seen in this way the eastern basin is a record of the western one, written with a blunt pen. The author has sometimes thought that the sediment at the foot of the eastern sill, which grows by a millimetre a year and is laid down mostly in the days after storms, must hold a longer one. A core of a metre would reach back to the time when the parish book begins, and could be read against it. There are seventeen drownings in the book for which the wind is given.${note`Eleven were from the south-west, and nine of those in September. The book
    draws the conclusion itself, in the hand of the same clerk: “Let none row in the first room in that month with the wind behind him, for he shall not row back.”`}`,
  p`For the water company the use of the work has been simple, and can be put without formulas. When it blows hard from the south-west, look at the clock; nine hours later, look at the intake. In the second summer the keeper of the pump, who had been told this and nothing else, closed the gate on four occasions by the church clock. He was right each time.${note`He has asked that it be recorded that on one of the four he was also asleep, and that it was his daughter who closed the gate.`} There are results in this thesis that took longer to obtain and
    will be of less use.`,
  p`For those who teach the subject there may be another use. It is common to begin with the column, to go on to the basin, and to mention at the end, if there is time, that real lakes have shapes. Lake Vessary suggests the other order. Begin with the rooms and the doors; ask what passes and what does not; and come to the column last, as the thing that is left inside each room when the doors are shut. A student who has once seen the nine hours go by on a record, as in ${ref('tilt')}, will not again take the temperature at the jetty for that of the
    lake.`,
  p`The oldest account of a turnover that we have was not written as one. It stands in the diary of Anselm Tarrow, between the price of coal and a remark on the vicar:`,
  quote(
    p`Westerly all night. This morning the whole of the first room brown as tea and smelling of the bottom, and by noon the second likewise; in the third they drew clear water until Thursday. Asked old Penrow the reason. He says that the doors were open.`,
  ),
  p`It took three seasons, four moorings and the better part of this thesis to say the same with an error bar.`,
  h2('thanks-to-lake', 'What remains in the lake'),
  p`Three of the four anchors were lifted. The fourth, at M1, could not be: it had worked itself into the mud to its shoulders and the line parted. It lies at 19.6 metres with a brass plate on it, that gives the name of the lake, the year, and the temperature on the day on which it was left, 6.31 °C.${note`Given to two places, as is right for something that will be read by strangers.`} If anyone should find it and have a thermometer, the author would be glad to know.`,
  ...boxesAppendix,
)
