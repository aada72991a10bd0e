/** How a rule looks in the author's own work: a number and the words that stand beside it. */
export function SchemeSample({ number, words }: { number: string | undefined; words: string }) {
  return (
    <td className="scheme-sample w-[30%] max-w-0 truncate font-text text-base">
      {number === undefined ? (
        <span className="quiet-note font-interface">None in this work</span>
      ) : (
        <>
          <strong className="text-(--structure)">{number}</strong> {words}
        </>
      )}
    </td>
  )
}
