/** How a rule looks in the author's own work: a number and the words that stand beside it. */
export function SchemeSample({ number, words }: { number: string | undefined; words: string }) {
  return (
    <td className="scheme-sample">
      {number === undefined ? (
        <span className="quiet-note">None in this work</span>
      ) : (
        <>
          <strong>{number}</strong> {words}
        </>
      )}
    </td>
  )
}
