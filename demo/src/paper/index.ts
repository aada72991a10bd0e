/** The demo paper: sections are the first level, everything counts through, and the text runs on under the title. */

import { emptyParts } from '@steady-ledger/core/work/parts/index.ts'
import type { Picture, Work } from '@steady-ledger/core/work/work.ts'
import { bullets, div, em, eq, f, fig, h2, identified, keywords, note, p, page, ref, steps, t, tab } from '../builder.ts'
import { drawing, label, plot, svg } from '../charts.ts'

const range = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step)

function pictures(): Map<string, Picture> {
  const ink = '#20333a'
  const float = svg(420, 260, [
    '<path d="M 20 56 H 400" stroke="#6a9299" stroke-width="1.4"/>',
    `<rect x="170" y="30" width="80" height="150" rx="14" fill="none" stroke="${ink}" stroke-width="2"/>`,
    `<rect x="182" y="44" width="56" height="34" fill="#e2eeea" stroke="${ink}"/>`,
    '<circle cx="196" cy="150" r="8" fill="#8a5a0a"/><circle cx="224" cy="150" r="8" fill="#0f5a58"/>',
    '<path d="M 196 158 L 210 200 L 224 158" fill="none" stroke="#8e2f2a" stroke-dasharray="4 3" stroke-width="1.4"/>',
    `<path d="M 210 180 V 244" stroke="${ink}" stroke-width="1.4"/>`,
    label(262, 66, 'logger and cells'),
    label(262, 152, 'detector'),
    label(120, 152, 'lamp', 'text-anchor="end" dx="60"'),
    label(222, 206, 'sampled volume'),
    label(222, 240, 'line to anchor'),
  ])
  const made = [
    drawing('float.svg', float),
    drawing(
      'calibration-curve.svg',
      plot({
        x: { title: 'Turbidity of the standard', from: 0, to: 100, marks: [0, 25, 50, 75, 100] },
        y: { title: 'Reading (counts)', from: 0, to: 4000, marks: [0, 1000, 2000, 3000, 4000] },
        curves: [{ name: 'reading', points: range(0, 100, 2).map(x => [x, 3900 * (1 - Math.exp(-x / 48))]) }],
      }),
    ),
    drawing(
      'flood.svg',
      plot({
        x: { title: 'Hours from the beginning of the rain', from: 0, to: 72, marks: [0, 12, 24, 36, 48, 60, 72] },
        y: { title: 'Turbidity', from: 0, to: 80, marks: [0, 20, 40, 60, 80] },
        curves: [
          { name: 'float', points: range(0, 72, 1).map(x => [x, 4 + 64 * Math.exp(-(((x - 22) / 10) ** 2)) + 1.5 * Math.sin(x)]) },
          { name: 'bottles', points: range(0, 72, 6).map(x => [x, 5 + 62 * Math.exp(-(((x - 22.5) / 10.5) ** 2))]) },
        ],
      }),
    ),
    drawing(
      'fouling.svg',
      plot({
        x: { title: 'Days in the water', from: 0, to: 60, marks: [0, 15, 30, 45, 60] },
        y: { title: 'Loss of signal (%)', from: 0, to: 30, marks: [0, 10, 20, 30] },
        curves: [
          { name: 'bare', points: range(0, 60, 1).map(x => [x, 27 * (1 - Math.exp(-x / 26))]) },
          { name: 'wiped', points: range(0, 60, 1).map(x => [x, 3.4 * (1 - Math.exp(-x / 30))]) },
        ],
      }),
    ),
    drawing(
      'autumn.svg',
      plot({
        x: { title: 'Day of October', from: 1, to: 31, marks: [1, 6, 11, 16, 21, 26, 31] },
        y: { title: 'Turbidity', from: 0, to: 12, marks: [0, 4, 8, 12] },
        curves: [
          {
            name: 'three metres',
            points: range(1, 31, 0.5).map(x => [x, 2.2 + 5.6 / (1 + Math.exp(-(x - 17.5) * 1.6)) - 0.09 * Math.max(0, x - 19)]),
          },
          {
            name: 'fourteen metres',
            points: range(1, 31, 0.5).map(x => [x, 9.4 - 2.4 / (1 + Math.exp(-(x - 17.5) * 1.6)) - 0.09 * Math.max(0, x - 19)]),
          },
        ],
      }),
    ),
    drawing(
      'mooring.svg',
      svg(420, 230, [
        '<path d="M 16 40 H 404" stroke="#6a9299" stroke-width="1.4"/>',
        '<path d="M 16 206 Q 120 214 210 208 T 404 204" fill="none" stroke="#8a5a0a" stroke-width="1.4"/>',
        `<rect x="196" y="30" width="22" height="52" rx="5" fill="none" stroke="${ink}" stroke-width="1.8"/>`,
        `<path d="M 207 82 V 120" stroke="${ink}" stroke-width="1.4"/>`,
        `<circle cx="207" cy="127" r="7" fill="#e2eeea" stroke="${ink}"/>`,
        `<path d="M 207 134 Q 214 180 262 205" fill="none" stroke="${ink}" stroke-width="1.4"/>`,
        `<rect x="252" y="200" width="24" height="10" fill="${ink}"/>`,
        label(228, 62, 'float'),
        label(224, 132, 'small buoy, two metres down'),
        label(286, 200, 'stone'),
        label(40, 32, 'surface'),
      ]),
    ),
  ]
  return new Map(made.map(picture => [picture.name, picture]))
}

const divisions = [
  div(
    { role: 'titlePage', listed: false, label: 'title' },
    'A Turbidity Float for Small Lakes',
    p`Ilse M. Tolvay and Bram Oskarsen`,
    p`University of the Orrin Uplands, Lower Orrin`,
  ),
  div(
    { role: 'abstract', label: 'summary' },
    'Abstract',
    p`A float that measures the turbidity of a small lake at one depth for a season is described. It is built of parts that cost less than a day of boat hire, agrees with bottle samples within 4 per cent, and needs a visit every eight weeks. Its optical window is kept clear by a wiper that is moved by the waves.`,
    keywords(),
  ),
  div(
    { role: 'chapter', label: 'purpose' },
    'Purpose',
    p`Turbidity tells much about a lake for little money. After rain it shows when and where a stream has brought its load; in autumn it marks the day on which the water turns over. To be of use it has to be measured often, and in most small lakes it is measured when somebody has a boat and an afternoon. In the two lakes with which we are concerned this came to nine times a
      year.${note`Lake Vessary and the Upper Tarn. For the first see the thesis of one of the authors.`}`,
    p`Instruments that measure all the time can be bought. They are made for rivers and for the sea, are priced for those who work there, and are heavier than a lake of two metres’ waves has any need for. We set out to build a float that`,
    bullets(
      t`measures every ten minutes from April to November on one set of cells;`,
      t`can be lifted into a rowing boat by one person;`,
      t`is cheap enough that its loss in a storm is a pity and not a catastrophe.`,
    ),
    p`${ref('design')} describes the float and ${ref('reading')} how its counts become turbidity. ${ref('trial')} reports a season on Lake Vessary. What we would do differently is in ${ref('discussion')}.`,
  ),
  div(
    { role: 'chapter', label: 'design' },
    'Design',
    p`The float is a tube of acrylic, 90 mm wide and 340 mm long, closed at both ends with plates that are held by four rods (${ref('float')}). It rides upright, two thirds under water, on a line to an anchor. A lamp and a detector look down through the lower plate at an angle to each other, so that their beams cross 60 mm below it. Clear water sends nothing back from there. Cloudy water does.`,
    fig(
      'float',
      {
        picture: 'float.svg',
        width: 0.66,
        alternative: 'Section of the float: a tube with logger and cells above, lamp and detector below, beams crossing in the water.',
      },
      t`The float in section. The beams of lamp and detector cross 60 mm below the lower plate.`,
    ),
    h2('optics', 'Optics'),
    p`The lamp is a diode at 860 nm, at which daylight is weak below half a metre. It is lit for two milliseconds and the reading without it is taken off, so that what daylight remains drops out. With ${f`I_1`} and ${f`I_0`} the readings with the lamp and without, the signal is`,
    eq('signal', 's = \\frac{1}{n}\\sum_{k=1}^{n} \\left( I_{1,k} - I_{0,k} \\right)'),
    p`over ${f`n`} = 32 flashes. The whole takes a tenth of a second and 4 millijoules, for which the cells would last eleven years if they did not die of age before.`,
    h2('wiper', 'The wiper'),
    p`What ends most optical records in lakes is not the cells but slime. A film that can hardly be felt takes a tenth of the light. Our wiper is a strip of felt on an arm with a lead at its end. Every wave tilts the float, the lead swings, and the felt passes over the plate. There is no motor. On the calmest lake we know there are waves enough by ten in the morning. ${ref('fouling')} compares a float with a wiper and one without.`,
    fig(
      'fouling',
      {
        picture: 'fouling.svg',
        width: 0.64,
        alternative: 'Loss of signal over sixty days: up to 24 per cent for the bare window, 3 for the wiped one.',
      },
      t`Loss of signal by fouling with the window left bare (solid) and wiped (dashed), Lake Vessary, June and July.`,
    ),
  ),
  div(
    { role: 'chapter', label: 'reading' },
    'From counts to turbidity',
    p`The float was calibrated in the laboratory with a suspension of polymer beads, diluted in steps. The signal rises with turbidity ${f`c`} and flattens as the light that comes back is lost on its way (${ref('curve')}). It is described by`,
    eq('response', 's = s_\\infty \\left( 1 - \\mathrm{e}^{-c/c_0} \\right)'),
    p`with two constants, and inverted for use,`,
    eq('inverse', 'c = -c_0 \\ln\\!\\left( 1 - \\frac{s}{s_\\infty} \\right)'),
    p`${ref('inverse')} holds up to ${f`c`} = 100. Above that the doubt of the logarithm grows beyond a tenth, and the float reports “more than 100”.`,
    fig(
      'curve',
      { picture: 'calibration-curve.svg', width: 0.6, alternative: 'Reading against turbidity of the standard, rising and flattening.' },
      t`Reading against turbidity of the standard. The line is ${ref('response')}.`,
    ),
    p`Beads are not mud. What comes back from a particle depends on its size and colour, and a calibration with beads has to be carried over to each lake with bottles. This was done on six days with different weather. ${ref('bottles')} gives the results; a single factor, 1.08, brings float and bottles together.`,
    tab('bottles', t`Float and bottle samples on six days, Lake Vessary, after calibration with beads.`, 'lrrr', [
      ['Day', 'Float', 'Bottles', 'Ratio'],
      ['9 May', '3.1', '3.4', '1.10'],
      ['2 June', '2.2', '2.3', '1.05'],
      ['30 June', '18.7', '20.4', '1.09'],
      ['18 July', '2.6', '2.8', '1.08'],
      ['21 August', '41.0', '44.1', '1.08'],
      ['12 October', '9.5', '10.2', '1.07'],
    ]),
    p`The steps from a reading to a value are, in order:`,
    steps(
      t`take the signal by ${ref('signal')} and drop it if fewer than 28 of the 32 flashes agree within 5 per cent;`,
      t`correct for the fouling between visits, spread evenly in time;`,
      t`invert by ${ref('inverse')};`,
      t`multiply by the factor of the lake.`,
    ),
  ),
  div(
    { role: 'chapter', label: 'anchoring' },
    'Mooring',
    p`A float that wanders measures another lake. A float that is held too tightly is pulled under by the first wave that is longer than its line, and measures the inside of a wave. ${ref('mooring')} shows what we settled on after a spring of trials. A stone of 25 kilograms lies on the bottom. From it a line goes up to a small buoy two metres below the surface, and from the buoy a second line, as long as the largest wave is high and half as long again, to the float. The buoy takes the weight of the lower line, so that the float rides as if
      it were free; and it stays where it is when the float is taken into the boat, so that the visit does not move the place.`,
    fig(
      'mooring',
      {
        picture: 'mooring.svg',
        width: 0.66,
        alternative: 'A float on a short line to a buoy under water, held by a longer line to a stone on the bottom.',
      },
      t`The mooring. The upper line is slack in all but the worst weather.`,
    ),
    p`How far the float moves about follows from the length of the upper line ${f`l`} and of the lower one ${f`h`}, which leans with the wind. If the lean is ${f`\beta`}, the float stays within`,
    eq('circle', 'r = l + h \\sin\\beta'),
    p`of the stone. On Lake Vessary, with lines of 1.5 and 16 metres and a lean that was never above four degrees, this is 2.6 metres. The lean was measured with a level that had been glued to the buoy for another purpose.${note`It told whether the buoy leaked. It did not.`} Over such a distance the lake does not change, and where it does, at the edge of a stream’s cloud, the cloud moves by more than that in a minute.`,
  ),
  div(
    { role: 'chapter', label: 'trial' },
    'A season on the lake',
    p`Two floats stood in the eastern basin of Lake Vessary from 18 April to 2 November, at three metres of depth, sixty metres apart. Both came back. Of 28,512 readings due from each, 28,370 and 27,941 were kept; the second float lost two days in September to a cormorant, which sat on it.${note`The tilt sensor shows it arrive, turn round twice, and stay.`}`,
    p`The largest event was a flood in the last week of August. ${ref('flood')} shows that the float saw the cloud arrive eighteen hours after the rain began, and followed it while bottles could be had only every six hours, by day, from a boat that had better stayed ashore. Over the event the standard deviation between float and bottles is 3.7 per cent.`,
    fig(
      'flood',
      {
        picture: 'flood.svg',
        width: 0.66,
        alternative: 'Turbidity over 72 hours rising to about 68 after 22 hours; float and bottles agree.',
      },
      t`Turbidity in the flood of August from the float (solid) and from bottles (dashed).`,
    ),
    p`Between the two floats the difference was less than 2 per cent for nine readings in ten. The tenth is mostly morning: one float stands in the shadow of Carn Hill until eight, and the other does not. This points to a remainder of daylight in ${ref('signal')}, of a size that we can live with.`,
    tab('cost', t`Cost of one float, in hours of work and in the price of a day of boat hire.`, 'lrr', [
      ['Part', 'Work (h)', 'Price (days of hire)'],
      ['Tube, plates and rods', '3', '0.21'],
      ['Lamp, detector and board', '5', '0.34'],
      ['Logger and cells', '1', '0.26'],
      ['Wiper, line and anchor', '2', '0.12'],
      ['Sum', '11', '0.93'],
    ]),
  ),
  div(
    { role: 'chapter', label: 'stirring-day' },
    'The day the lake turns over',
    p`In summer the water of Lake Vessary lies in layers. What sinks through the warm one stays in the cold one, and by September the water at fourteen metres is four times as cloudy as at three. Then the surface cools, the wind gets hold of more and more of the depth, and on one day of October the whole is stirred. For those who draw water from the lake it is the day that matters most in the year. It has been guessed from the weather, with a doubt of a week.`,
    p`From 1 October the second float was hung at fourteen metres, on a line that ran through the buoy of its mooring. ${ref('autumn')} gives both records. Up to the sixteenth the two have nothing to do with each other. During the night to the eighteenth the upper one rises and the lower one falls, and by noon they meet and stay together for the rest of the month.${note`The wind at the shore had been above eleven metres a second since the evening of the sixteenth.`} The day can be read to within three hours.`,
    fig(
      'autumn',
      { picture: 'autumn.svg', width: 0.66, alternative: 'Turbidity in October at two depths; the two curves meet on the eighteenth.' },
      t`Turbidity in October at three metres (solid) and at fourteen (dashed).`,
    ),
    p`How thoroughly the water was mixed can be said in a number. Let ${f`c_1`} and ${f`c_2`} be the readings above and below and let a bar stand for the mean of the week before. Then`,
    eq('mixed', '\\mu = 1 - \\frac{\\left| c_2 - c_1 \\right|}{\\bar{c}_2 - \\bar{c}_1}'),
    p`is 0 while the layers stand and 1 when nothing is left of them. ${ref('stirring')} gives it for the days around the turnover. It passes a half in the small hours of the eighteenth, and on the nineteenth what difference remains is no larger than that between the two floats when they hang side by side (${ref('trial')}).`,
    tab('stirring', t`Mixing by ${ref('mixed')} around the turnover, means of a day, with the mean wind.`, 'lrrr', [
      ['Day', 'Wind (m/s)', 'Difference', 'Mixing'],
      ['15 October', '4.1', '7.0', '0.02'],
      ['16 October', '7.9', '6.6', '0.08'],
      ['17 October', '11.6', '4.3', '0.40'],
      ['18 October', '12.2', '0.6', '0.92'],
      ['19 October', '8.8', '0.1', '0.99'],
      ['20 October', '5.0', '0.1', '0.99'],
    ]),
    p`One more thing is seen in ${ref('autumn')}. After the turnover the turbidity of the whole lake falls, by a tenth of a unit a day, as what has been stirred up settles again. A particle that sinks by fourteen metres in the time that this takes would be about six thousandths of a millimetre wide if it were a bead.${note`By Stokes’s law, at eight degrees, with the density of clay.`} They are not beads, as ${ref('errors')} will show; but it is the size that the microscope finds.`,
  ),
  div(
    { role: 'chapter', label: 'handling' },
    'Handling',
    p`A float that has to be visited is only as good as the visit. We have come to do it always in the same order, because the wrong order loses data, and we have lost some. The boat comes up from leeward. The line is taken first and the float second; a float taken by its upper rod turns over, and the felt is then pressed against the plate for as long as it takes to turn it back.${note`This cost eleven hours of record on the first visit and none since.`} The float is lifted into a bucket of lake water, so that the plates do not dry,
      and read there through the wall of the tube by a coil that needs no opening. Opening is for the shore.`,
    p`The plates are wiped with a soft cloth before and after the reading, and the float is left in the bucket for three minutes between. The difference of the two readings in the same water is the fouling since the last visit. It is written in the book together with the temperature of the bucket, for the diode loses 0.3 per cent of its light for each degree.${note`The correction is made by the program. It was found late, and the first season was computed anew.`} A bottle is filled from beside the float and not from
      the other side of the boat, which stirs up more than one thinks.`,
    h2('power', 'Cells and memory'),
    p`The float carries two cells of the kind that is sold for smoke alarms. In the laboratory they lasted for 41,000 readings at 4 °C, which is nine months and a half. The memory holds 65,536 values of two bytes, one for the signal and a half each for temperature and tilt, and is full after fifteen months. It keeps what it holds without power. In the trial both floats were read after the season from a memory whose cells had been taken out the night before by someone who needed them for
      a smoke alarm.`,
  ),
  div(
    { role: 'chapter', label: 'errors' },
    'Errors',
    p`The error of a single value has four parts. The first is the noise of the signal, which falls with the number of flashes; with the 32 of ${ref('signal')} it is 0.4 per cent in clear water and less in cloudy. The second is the fouling that is left after correction. We estimate it as a third of the correction itself, at most 1.1 per cent with the wiper. The third is the temperature. The fourth, and the largest, is the factor of the lake, which ${ref('bottles')} gives as 1.08 with a standard deviation of 0.02, and which may change with what the
      streams bring.`,
    p`With these, added as squares, the doubt of a value is`,
    eq('doubt', '\\sigma_c = c\\,\\sqrt{\\sigma_s^2 + \\left(\\tfrac{1}{3}\\,\\phi\\right)^2 + \\sigma_T^2 + \\sigma_k^2}'),
    p`where ${f`\phi`} is the correction for fouling and ${f`k`} the factor of the lake. By ${ref('doubt')} it is 2.4 per cent in the middle of the season. The comparison with bottles gave 3.7 in the flood, but bottles have errors too: two bottles filled from the same bucket and measured by the same hand differ by 2.6 per cent on average.${note`Thirty pairs, by three hands. The hands differ less than the bottles.`} Taking these off leaves 2.6 for the float, which agrees.`,
    tab('error-parts', t`Parts of the error of a single value, in per cent.`, 'lrr', [
      ['Part', 'Clear water', 'Flood'],
      ['Noise', '0.4', '0.1'],
      ['Fouling', '1.1', '1.1'],
      ['Temperature', '0.6', '0.4'],
      ['Factor of the lake', '1.9', '1.9'],
      ['All', '2.3', '2.2'],
    ]),
    p`${ref('error-parts')} says where to work if more is wanted. It is not the instrument. A float twice as precise would know the turbidity of the lake no better, until somebody finds out why the factor is 1.08 and not 1. We have looked at the mud of Lake Vessary through a microscope. The grains are plates, not beads; a plate sends back more light when it is seen from above than from the side, and in still water plates lie flat. If this is the reason, the factor should be smaller in waves than in calm, and in ${ref('bottles')} the two days with the most
      wind have, in fact, the two smallest values but one. Six days do not prove anything.${note`The experiment that would prove it needs a tank, a fan and a winter.`}`,
    h2('comparison', 'Other ways to do the same'),
    p`The oldest way to measure turbidity is a white plate on a line, lowered until it vanishes. It is better than its reputation. On the six days of ${ref('bottles')} the depth at which a plate of 25 cm disappeared, multiplied by the turbidity, was the same within 9 per cent, and the plate costs nothing and cannot leak. It cannot be read at night either, nor in a flood by anyone who means to come home. A satellite sees both lakes every five days and the surface of them only; of the flood of ${ref('flood')} it saw a cloud, but of the
      other kind.`,
    p`Pumps that bring water to an instrument on the shore are used at waterworks and are as good as their hoses. The intake of the company on Lake Vessary has one, at eleven metres. It agrees with the float, at three, when the lake is mixed, and tells of another lake when it is not. For the purpose of ${ref('purpose')} the two belong together, and a second float at the depth of the intake is to be set out in spring.`,
  ),
  div(
    { role: 'chapter', label: 'discussion' },
    'Discussion',
    p`The float does what it was built for. ${ref('cost')} shows that it can be had for less than a day of boat hire, and the trial of ${ref('trial')} that it stays in place for a season and measures as well as bottles do. The wiper is its best part. We had expected to replace the felt at each visit and did so once.`,
    p`Two things should be changed. The range ends at 100, which a flood in a stony valley will exceed; a second detector, nearer to the lamp, would see less light and saturate later. And the readings stay in the float until it is lifted. For science this is no matter. For those who run a waterworks it is the whole matter, and a float that ${em('says')} what it sees would be another
      instrument. The picture on ${page('float')} has room for an aerial.`,
    p`All drawings, the list of parts and the program of the logger are free for anyone to use. We ask to be told of lakes in which the waves are too small for the wiper. So far there are none.`,
  ),
  div(
    { role: 'appendix', label: 'parts' },
    'Notes for builders',
    p`The rods should be of glass fibre: steel ones act as a compass needle and turn the float. The felt is that of piano hammers. The lower plate has to be polished after drilling and before the lamp is glued in, in this order, for reasons that a builder who reverses it will find out. With the lead of the wiper at 35 grams the arm swings in waves of four centimetres; with 20 it does so in two,
    and tires the felt. The strength of the line follows from the largest wave ${f`a`} and the displacement ${f`m`} of the float,`,
    eq('pull', 'P = m\\,\\omega^2 a = m\\,a\\,\\left( \\frac{2\\pi}{\\theta} \\right)^{2}'),
    p`which by ${ref('pull')} is 40 newton for the worst sea that we have met, with a period ${f`\theta`} of 1.6 seconds. Any line will hold that. It is the knots that fail.`,
  ),
]

export function demoPaper(): Work {
  const parts = emptyParts('paper')
  return {
    ...parts,
    settings: { ...parts.settings, author: 'Ilse M. Tolvay and Bram Oskarsen', keywords: ['turbidity', 'instruments', 'lakes'] },
    doc: identified(divisions, 'f'),
    pictures: pictures(),
  }
}
