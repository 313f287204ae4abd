import { Film } from './Film.tsx';
import { DressSide } from './DressSide.tsx';
import { DressStage } from './DressStage.tsx';
import { useDressed } from './useDressed.tsx';

/** Dress: the page under its header, where it is lost, and everything the header wears. */
export function Dress() {
  const dressed = useDressed();
  const { header, page, worst, film, shown, scroll, goTo, goToWorst, way, turns, setStretch, setTurn } =
    dressed;
  return (
    <main className="dress">
      <h1 className="sr-only">
        Dress: {header.name} on {page.title}
      </h1>
      <DressStage {...dressed} />
      <Film
        title={page.title}
        picture={film}
        scene={shown}
        scroll={scroll}
        worst={worst}
        onScroll={goTo}
        onWorst={goToWorst}
        way={way || undefined}
        turns={turns}
        onStretch={setStretch}
        onTurn={setTurn}
      />
      <DressSide {...dressed} />
    </main>
  );
}
