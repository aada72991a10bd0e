/** All keys, as one's own keyboard prints them. */
import { Dialog } from '../ui/Dialog.tsx'
import { groups } from './shortcuts.ts'

export const KeysSheet = ({ onClose }: { onClose(): void }) => (
  <Dialog title="Keys" className="top-[58px] max-h-[calc(100vh-90px)] w-[860px] overflow-y-auto px-6 py-5" onClose={onClose}>
    <KeyTable />
    <p className="mt-4 flex justify-end">
      <button type="button" className="button" onClick={onClose}>
        Close
      </button>
    </p>
  </Dialog>
)

export const KeyTable = () => (
  <div className="columns-2 gap-10">
    {groups.map(([group, rows]) => (
      <section key={group} className="mb-4 break-inside-avoid">
        <h3 className="border-b border-(--rule-strong) pb-0.5 font-semibold">{group}</h3>
        <dl>
          {rows.map(({ name, says, keys }) => (
            <div key={name} className="flex justify-between gap-4 border-b border-(--rule) py-[3px]">
              <dt>{says}</dt>
              <dd className="flex gap-1.5 whitespace-nowrap">
                {keys.map(key => (
                  <kbd key={key}>{key}</kbd>
                ))}
              </dd>
            </div>
          ))}
        </dl>
      </section>
    ))}
  </div>
)
