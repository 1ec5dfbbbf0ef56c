"""Cross-checks of the knowledge: every id resolves, every ladder is whole, every need has a drill."""

from __future__ import annotations

from easepath.core.errors import Problem
from easepath.core.ids import RELIED_ON, RESPONSES, RULES
from easepath.core.knowledge import models
from easepath.core.knowledge.client_checks import check_client_words
from easepath.core.knowledge.library import LABELS, Library, Loaded
from easepath.core.knowledge.picture_checks import check_figures, check_set_ups
from easepath.core.knowledge.references import REFERENCES, known_ids
from easepath.core.vocabulary import SIGNS, SYMPTOMS


def cross_check(library: Library, entries: Loaded, problems: list[Problem]) -> None:
    """Add every dangling id, broken ladder and unmet need to `problems`."""
    known = known_ids(library)
    for kind, rows in entries.items():
        references = REFERENCES.get(kind)
        for file, row in rows:
            label = f"{kind}.{_label(row)}"
            for key, target, identifier in references(row) if references else ():
                if identifier not in known[target]:
                    problems.append(Problem(file, f"{label}.{key}", f"dangling id {identifier!r}: no such {target}"))
    _check_relied_on(known, problems)
    _check_numbers(library, entries, problems)
    _check_ladders(library, entries, problems)
    _check_stages(library, entries, problems)
    _check_needs(library, entries, problems)
    _check_measures(entries, problems)
    _check_rates(library, entries, problems)
    _check_wording(library, entries, problems)
    check_figures(library, problems)
    check_set_ups(library, problems)
    _check_symptoms(library, problems)
    _check_opens(library, entries, problems)
    _check_groups(library, problems)
    _check_questions(library, problems)
    check_client_words(library, problems)


MOST_READ_OUT = 5
"""Questions nobody forgets while the next one is read out."""


def _check_groups(library: Library, problems: list[Problem]) -> None:
    """What is read out together means the same when it is answered yes, and is no more than can be kept in mind."""
    for group in library.groups:
        flags = [flag for flag in library.red_flags.values() if flag.group == group]
        items, actions = sum(len(flag.items) for flag in flags), {flag.action for flag in flags}
        if len(actions) != 1 or items > MOST_READ_OUT:
            why = f"reads out {items} questions of {len(actions)} actions: at most {MOST_READ_OUT}, of one"
            problems.append(Problem(library.files[f"groups.{group}"], f"groups.{group}", why))


def _check_questions(library: Library, problems: list[Problem]) -> None:
    """Every item can be asked aloud, and nothing is asked that no flag knows."""
    for word in sorted(library.flag_items.keys() ^ library.questions.keys()):
        why = "is no item of a red flag" if word in library.questions else "missing: how the item is asked aloud"
        problems.append(Problem(library.files.get(f"questions.{word}", "questions"), f"questions.{word}", why))


def _check_opens(library: Library, entries: Loaded, problems: list[Problem]) -> None:
    """What opens a drill is told by measures, time or a clinician: nobody has done calmly what is still closed."""
    for drill in library.drills.values():
        for rule in drill.opens:
            if rule.calm is not None:
                file = _file_of(entries, "drills", drill.id)
                problems.append(Problem(file, f"drills.{drill.id}.opens", "asks for calm sessions of a drill"))


def _check_symptoms(library: Library, problems: list[Problem]) -> None:
    """A client can name every symptom, and reads at once what to do about a sign."""
    for symptom in SYMPTOMS:
        words = library.symptoms.get(symptom)
        if words is None:
            problems.append(Problem("symptoms", f"symptoms.{symptom}", "missing: how a client says it"))
        elif bool(words.phone) != (symptom in SIGNS):
            file = library.files[f"symptoms.{symptom}"]
            why = "missing: what the client does about it" if symptom in SIGNS else "is no sign that stops a drill"
            problems.append(Problem(file, f"symptoms.{symptom}.phone", why))
    for other in sorted(set(library.symptoms) - set(SYMPTOMS)):
        problems.append(Problem(library.files[f"symptoms.{other}"], f"symptoms.{other}", "no rule knows this symptom"))


def _check_relied_on(known: dict[str, frozenset[str]], problems: list[Problem]) -> None:
    """Whatever a rule names is there: without it the rule would act on nothing, and nobody would see it."""
    for kind, names in RELIED_ON.items():
        for name in sorted(names - known[kind]):
            problems.append(Problem("the rules", f"{kind}.{name}", "a rule relies on it, and the knowledge has none"))


def _check_numbers(library: Library, entries: Loaded, problems: list[Problem]) -> None:
    """Every number a rule reads is there, and none that nothing reads."""
    for kind, rows, read in (("rules", library.rules, RULES), ("responses", library.responses, RESPONSES)):
        for identifier, row in rows.items():
            for name in sorted(read.get(identifier, frozenset()) ^ set(row.numbers)):
                why = "nothing reads it" if name in row.numbers else "missing: the rule reads it"
                file = _file_of(entries, kind, identifier)
                problems.append(Problem(file, f"{kind}.{identifier}.numbers.{name}", why))


def _label(row: models.Entry) -> str:
    for key in LABELS:
        if value := getattr(row, key, None):
            return str(value)
    return "entry"


def _file_of(entries: Loaded, kind: str, identifier: str) -> str:
    return next((file for file, row in entries[kind] if _label(row) == identifier), kind)


def _check_ladders(library: Library, entries: Loaded, problems: list[Problem]) -> None:
    for name, rungs in library.ladders.items():
        missing = [rung for rung in range(1, max(rungs) + 1) if rung not in rungs]
        if missing:
            above = min(rung for rung in rungs if rung > missing[0])
            file = _file_of(entries, "drills", rungs[above][0].id)
            reason = f"broken ladder: no drill at rung {', '.join(map(str, missing))}"
            problems.append(Problem(file, f"ladder.{name}", reason))


def _check_stages(library: Library, entries: Loaded, problems: list[Problem]) -> None:
    for condition in library.conditions.values():
        numbers = [stage.stage for stage in condition.gates]
        file = _file_of(entries, "conditions", condition.id)
        if numbers != list(range(1, len(numbers) + 1)):
            problems.append(Problem(file, f"conditions.{condition.id}.gates", "stages must count 1, 2, 3 …"))
        gates = library.gates.get(condition.id)
        if numbers and (gates is None or sorted(gates.stages) != numbers):
            problems.append(Problem(file, f"gates.{condition.id}", "every stage needs its pass rule, and no other"))


def _check_needs(library: Library, entries: Loaded, problems: list[Problem]) -> None:
    met = {need for drill in library.drills.values() for need in drill.needs}
    for condition in library.conditions.values():
        for need in condition.needs:
            if need not in met and need not in condition.clinician_only:
                file = _file_of(entries, "conditions", condition.id)
                problems.append(Problem(file, f"conditions.{condition.id}.needs", f"no drill meets {need!r}"))


def _check_measures(entries: Loaded, problems: list[Problem]) -> None:
    for file, row in entries["measures"]:
        assert isinstance(row, models.Measure)
        if row.basis == "published" and not row.source:
            problems.append(Problem(file, f"measures.{row.id}.source", "missing: a published figure names its source"))


def _check_rates(library: Library, entries: Loaded, problems: list[Problem]) -> None:
    for condition in library.conditions.values():
        for word in (line.split(" before ") for line in condition.order):
            if len(word) != 2:
                file = _file_of(entries, "conditions", condition.id)
                problems.append(Problem(file, f"conditions.{condition.id}.order", "must read 'A before B'"))


def _check_wording(library: Library, entries: Loaded, problems: list[Problem]) -> None:
    """Every drill can be read by a client, under a title no other drill has."""
    titles: dict[str, str] = {}
    for drill in library.drills.values():
        wording = library.wording.get(drill.id)
        if wording is None:
            file = _file_of(entries, "drills", drill.id)
            problems.append(Problem(file, f"drills.{drill.id}.wording", "missing: what the client reads"))
        elif other := titles.get(wording.title):
            file = _file_of(entries, "wording", drill.id)
            problems.append(Problem(file, f"wording.{drill.id}.title", f"is the title of {other!r} already"))
        else:
            titles[wording.title] = drill.id
