import type { Survey } from '@/core/survey'
import { counted } from '@/core/words'

/** What a draft does not know: cases that could not be measured, styles that are incomplete, parts that no case has. */
export const SurveyNotes = ({ survey }: { survey: Survey }) => (
  <>
    {survey.left && survey.left.length > 0 && (
      <details className="border-b border-line px-2 py-1 text-quiet">
        <summary>{counted(survey.left.length, 'case')} could not be measured</summary>
        <ul>
          {survey.left.map(({ key, why }) => (
            <li key={key}>
              <span className="num">{key}</span>: {why}
            </li>
          ))}
        </ul>
      </details>
    )}
    {survey.undefinedVariables && survey.undefinedVariables.length > 0 && (
      <details className="border-b border-line px-2 py-1">
        <summary>
          The measured styles are incomplete:{' '}
          {counted(survey.undefinedVariables.length, 'custom property', 'custom properties')} not defined anywhere
        </summary>
        <p className="num">{survey.undefinedVariables.join(' ')}</p>
        <p className="text-quiet">
          Add the style sheet or token file that defines them, or what stands around components (wrap, page), to
          library.yaml.
        </p>
      </details>
    )}
    {survey.absent?.map(({ part, isElsewhere }) => (
      <p key={part} className="border-b border-line px-2 py-1">
        The part <span className="num">{part}</span> is in no case
        {isElsewhere && (
          <>
            : it stands elsewhere in the page. Add <span className="num">in: page</span> to it under Define, and draft
            again
          </>
        )}
        .
      </p>
    ))}
  </>
)
