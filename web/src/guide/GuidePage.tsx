import { TextInput } from '@mantine/core'
import { marked } from 'marked'
import { useEffect, useMemo, useState } from 'react'
import { useLocation } from 'react-router'
import guide from '../../../docs/guide.md?raw'
import { PageHead } from '../ui/PageHead.tsx'
import { plural } from '../ui/words.ts'
import { chaptersOf, chaptersWith, type Chapter } from './chapters.ts'
import classes from './Guide.module.css'

const chapters = chaptersOf(guide)

/** The guide, chapter by chapter, from the same text as the file in docs/. */
export function GuidePage() {
  const { hash } = useLocation()
  const [asked, setAsked] = useState('')
  const found = useMemo(() => chaptersWith(chapters, asked), [asked])
  useEffect(() => {
    if (hash) document.getElementById(hash.slice(1))?.scrollIntoView()
  }, [hash])
  return (
    <>
      <PageHead title="Guide" says="How each screen is used, and what its figures mean." />
      <TextInput
        type="search"
        label="Find in the guide"
        maw={420}
        value={asked}
        onChange={(e) => setAsked(e.currentTarget.value)}
      />
      <p role="status" className="quiet">
        {asked.trim() === ''
          ? plural(chapters.length, 'chapter')
          : found.length === 0
            ? 'No chapter has these words.'
            : `${plural(found.length, 'chapter')} with these words`}
      </p>
      <div className={classes.guide}>
        <nav aria-label="Chapters" className={classes.contents}>
          <ul>
            {found.map(({ id, title }) => (
              <li key={id}>
                <a href={`#${id}`}>{title}</a>
              </li>
            ))}
          </ul>
        </nav>
        <div className={classes.text}>
          {found.map((chapter) => (
            <Section key={chapter.id} chapter={chapter} />
          ))}
        </div>
      </div>
    </>
  )
}

function Section({ chapter: { id, title, text } }: { chapter: Chapter }) {
  const html = useMemo(() => marked.parse(text, { async: false }), [text])
  return (
    <section id={id} aria-labelledby={`${id}-title`}>
      <h2 id={`${id}-title`}>{title}</h2>
      {/* Our own text, made into the program when it was built: nothing that people typed. */}
      <div dangerouslySetInnerHTML={{ __html: html }} />
    </section>
  )
}
