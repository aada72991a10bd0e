/** The register as a table: a line a source, with what is needed to find it and how often it is cited. */
import Papa from 'papaparse'
import type { Entries } from '../../../work/registers/register.ts'
import type { Source } from '../../../work/registers/sources.ts'
import { addressOf } from '../identifiers.ts'
import { plainTitle, yearOf } from '../sourceCalled.ts'
import { sourceForms } from '../sourceForms.ts'
import { namesInWords } from '../sourceWords.ts'

export const writeSourcesCsv = (sources: Entries<Source>, citedTimes: ReadonlyMap<string, number>): string =>
  `${Papa.unparse(
    {
      fields: [
        'key',
        'type',
        'authors',
        'editors',
        'year',
        'title',
        'appeared in',
        'volume',
        'issue',
        'pages',
        'publisher',
        'place',
        'address',
        'cited',
      ],
      data: Object.entries(sources).map(([id, source]) => [
        source.key,
        sourceForms[source.type].name,
        namesInWords(source.author ?? []),
        namesInWords(source.editor ?? []),
        yearOf(source),
        plainTitle(source),
        source['container-title'] ?? '',
        source.volume ?? '',
        source.issue ?? '',
        source.page ?? '',
        source.publisher ?? '',
        source['publisher-place'] ?? '',
        addressOf(source, 'DOI') || addressOf(source, 'URL'),
        String(citedTimes.get(id) ?? 0),
      ]),
    },
    // A cell that a table would take for a formula stays words.
    { escapeFormulae: true, newline: '\r\n' },
  )}\r\n`
