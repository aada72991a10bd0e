import { dismissNotice, useNotice } from './notice.ts'

export function NoticeBar() {
  const notice = useNotice(state => state.notice)
  return (
    <div aria-live="polite" className="notice-place">
      {notice && (
        <div className={`notice ${notice.kind}`} role={notice.kind === 'wrong' ? 'alert' : 'status'}>
          <span>{notice.text}</span>
          {notice.action && (
            <button
              type="button"
              onClick={() => {
                notice.action?.run()
                dismissNotice()
              }}
            >
              {notice.action.says}
            </button>
          )}
          <button type="button" aria-label="Close the notice" onClick={dismissNotice}>
            ×
          </button>
        </div>
      )}
    </div>
  )
}
