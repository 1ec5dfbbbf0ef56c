"""The command line of the core: `check` the knowledge, compute a `case`, `explain` a drill, write the `schema`."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path
from typing import Any

from easepath.core.case import read_case
from easepath.core.case_output import compute_case
from easepath.core.errors import CaseError, KnowledgeError
from easepath.core.explain import explain
from easepath.core.knowledge import KNOWLEDGE_DIR, Library, load_library, shipped_library
from easepath.core.knowledge.schema import schema_text
from easepath.core.languages import client_texts, spoken

OK, BAD = 0, 2
SCHEMA = KNOWLEDGE_DIR / "schema.json"


def main(arguments: list[str] | None = None) -> int:
    """Run one command; 0 when all is well, 2 when a file is bad."""
    parser = argparse.ArgumentParser(prog="python -m easepath.core", description=__doc__)
    commands = parser.add_subparsers(dest="command", required=True)
    check = commands.add_parser("check", help="check the knowledge and report every fault in one run")
    check.add_argument("--knowledge", type=Path, default=KNOWLEDGE_DIR)
    check.add_argument("--language", help="list what a second language does not say, and is said in English")
    case = commands.add_parser("case", help="compute one case file, or every *.yaml of a folder")
    case.add_argument("path", type=Path)
    commands.add_parser("schema", help="write the JSON schema of the knowledge files, for editors")
    words = commands.add_parser("explain", help="why a drill is kept, changed or refused, and what would change that")
    words.add_argument("path", type=Path)
    words.add_argument("drill")
    words.add_argument("side", choices=["left", "right", "both"])
    options = parser.parse_args(arguments)
    if options.command == "schema":
        SCHEMA.write_text(schema_text(), encoding="utf-8")
        return OK
    folder = options.knowledge if options.command == "check" else KNOWLEDGE_DIR
    try:
        library = shipped_library() if folder == KNOWLEDGE_DIR else load_library(folder)
    except KnowledgeError as fault:
        print(fault, file=sys.stderr)
        print(f"{len(fault.problems)} faults", file=sys.stderr)
        return BAD
    if options.command == "check":
        counted = f"{len(library.drills)} drills, {len(library.conditions)} conditions"
        print(f"knowledge {library.version}: {counted}, sound")
        return _languages(library, options.language)
    if options.command == "explain":
        return _explain(library, options.path, options.drill, options.side)
    return _cases(library, options.path) if options.path.is_dir() else _case(library, options.path)


def _languages(library: Library, listed: str | None) -> int:
    """How much of what a client may read each second language says; of the one asked for, what it does not."""
    if listed is not None and listed not in library.languages:
        print(f"language: {listed!r} is not one of {', '.join(library.languages)}", file=sys.stderr)
        return BAD
    texts = list(dict.fromkeys(text for text in client_texts(library) if text))
    for language in library.languages:
        missing = spoken(library, language).missing(texts)
        print(f"language {language}: {len(texts) - len(missing)} of {len(texts)} texts, the others in English")
        if language == listed:
            print("\n".join(missing))
    return OK


def _explain(library: Library, path: Path, drill: str, side: str) -> int:
    try:
        print("\n".join(explain(library, read_case(library, path).situation, drill, side)))
    except CaseError as fault:
        print(f"{path}: {fault.path}: {fault.reason}", file=sys.stderr)
        return BAD
    return OK


def _case(library: Library, path: Path) -> int:
    try:
        result = compute_case(library, read_case(library, path))
    except CaseError as fault:
        print(f"{path}: {fault.path}: {fault.reason}", file=sys.stderr)
        return BAD
    print(_json(result, indent=1))
    return OK


def _cases(library: Library, folder: Path) -> int:
    """One JSON object per file; one bad file spoils only its own line."""
    for path in sorted(folder.glob("*.yaml")):
        line: dict[str, Any] = {"case": path.stem, "exit": OK, "result": None, "error": None}
        try:
            line["result"] = compute_case(library, read_case(library, path))
        except CaseError as fault:
            line |= {"exit": BAD, "error": f"{path}: {fault.path}: {fault.reason}"}
        print(_json(line))
    return OK


def _json(data: Any, indent: int | None = None) -> str:
    return json.dumps(data, ensure_ascii=False, indent=indent, default=str)


if __name__ == "__main__":
    raise SystemExit(main())
