"""`python -m easepath.figure`: check that every drill's picture at every place is sound and agrees with its facts."""

from __future__ import annotations

import argparse
import sys
from pathlib import Path

from easepath.core.errors import KnowledgeError
from easepath.core.knowledge import KNOWLEDGE_DIR, load_library
from easepath.figure.check import figure_problems

OK, BAD = 0, 2


def main() -> int:
    """0 when every picture is sound, 2 when one is not or the knowledge cannot be read."""
    parser = argparse.ArgumentParser(prog="python -m easepath.figure", description=__doc__)
    parser.add_argument("--knowledge", type=Path, default=KNOWLEDGE_DIR)
    try:
        library = load_library(parser.parse_args().knowledge)
        faults = figure_problems(library)
    except KnowledgeError as fault:
        faults = list(fault.problems)
    if faults:
        print("\n".join(str(fault) for fault in faults), file=sys.stderr)
        print(f"{len(faults)} faults in the pictures", file=sys.stderr)
        return BAD
    print(f"the pictures of {len(library.figures)} drills, sound")
    return OK


if __name__ == "__main__":
    raise SystemExit(main())
