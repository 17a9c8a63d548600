/** The method, as written in docs/method: the same text for the coach with curiosity and the engineer with doubts. */
import { methodPage as words } from "#core/words/web/method";
import { useEffect } from "react";
import Markdown from "react-markdown";
import { Link, Navigate, NavLink, useLocation, useParams } from "react-router";
import rehypeSlug from "rehype-slug";
import remarkGfm from "remark-gfm";
import atlas from "../../../docs/method/atlas.md?raw";
import drawing from "../../../docs/method/drawing.md?raw";
import exerciseFormat from "../../../docs/method/exercise-format.md?raw";
import limiters from "../../../docs/method/limiters.md?raw";
import mechanics from "../../../docs/method/mechanics.md?raw";
import planning from "../../../docs/method/planning.md?raw";
import ranking from "../../../docs/method/ranking.md?raw";
import { ApiTable } from "./ApiTable";
import { IdeasPage } from "./IdeasPage";
import { TorquePlots } from "./TorquePlots";
import tables from "../../../docs/method/tables.md?raw";

const PAGES: Record<string, { name: string; text: string | null }> = {
  ideas: { name: words.inShort(), text: null },
  mechanics: { name: words.pages.mechanics, text: mechanics },
  ranking: { name: words.pages.ranking, text: ranking },
  planning: { name: words.pages.planning, text: planning },
  limiters: { name: words.pages.limiters, text: limiters },
  drawing: { name: words.pages.drawing, text: drawing },
  atlas: { name: words.pages.atlas, text: atlas },
  tables: { name: words.pages.tables, text: tables },
  "exercise-format": { name: words.exerciseFormat(), text: exerciseFormat },
  interface: { name: words.pages.interface, text: null },
};

export default function MethodPage() {
  const { page = "ideas" } = useParams();
  const { hash } = useLocation();
  useEffect(() => {
    if (hash) document.getElementById(decodeURIComponent(hash.slice(1)))?.scrollIntoView();
    else window.scrollTo(0, 0);
  }, [page, hash]);
  const shown = PAGES[page];
  if (!shown) return <Navigate to="/method/ideas" replace />;
  return (
    <div className="method">
      <nav aria-label={words.method()}>
        {Object.entries(PAGES).map(([id, p]) => (
          <NavLink key={id} to={`/method/${id}`}>
            {p.name}
          </NavLink>
        ))}
      </nav>
      <article className="sheet">
        {page === "tables" && <TorquePlots />}
        {page === "ideas" ? <IdeasPage /> : shown.text === null ? <ApiTable /> : <Text text={shown.text} />}
      </article>
    </div>
  );
}

const Text = ({ text }: { text: string }) => (
  <Markdown
    remarkPlugins={[remarkGfm]}
    rehypePlugins={[rehypeSlug]}
    components={{
      a: ({ href = "", children }) => <Link to={`/method/${href.replace(/\.md(?=#|$)/, "")}`}>{children}</Link>,
      table: ({ children }) => (
        <div className="scroll" tabIndex={0} role="region" aria-label={words.table()}>
          <table>{children}</table>
        </div>
      ),
    }}
  >
    {text}
  </Markdown>
);
