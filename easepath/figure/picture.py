"""A scene as SVG: pieces in the order of their depth, the patch where it is felt, one arrow, the side in words."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from math import hypot

from easepath.figure.arrow import arrow_drawn
from easepath.figure.breath import breath_lines
from easepath.figure.camera import VIEWS, Camera
from easepath.figure.dressed import Piece, body_pieces
from easepath.figure.felt import patch_eggs, patches_of
from easepath.figure.frame import HEIGHT, INSET, LABEL, STROKES, WIDTH, Look, framed
from easepath.figure.hand import HandBody, hand_patch
from easepath.figure.hand_scene import HandScene
from easepath.figure.outline import Area, Line, Sheet, box_of, hull
from easepath.figure.props import prop_pieces, worn
from easepath.figure.rings import rings
from easepath.figure.scene import AnyBody, AnyScene, Scene
from easepath.figure.shape import Egg
from easepath.figure.vectors import dot, length, sub


def picture(scene: AnyScene, name: str, look: Look) -> str:
    """The SVG of one key position; raises KeyError for a position the drill does not have."""
    camera, sheet = framed(scene, look)
    return _svg(_position(scene, scene.body(name), name, camera, sheet, look))


def flipbook(scene: AnyScene, look: Look) -> list[str]:
    """The insides of the SVG for every step from start to end, for the moving picture."""
    camera, sheet = framed(scene, look)
    last = len(scene.path) - 1
    return [
        _position(scene, found, _nearest(scene, k, last), camera, sheet, look, arrow_at="start")
        for k, found in enumerate(scene.path)
    ]


def _nearest(scene: AnyScene, step: int, last: int) -> str:
    count = len(scene.names) - 1
    return scene.names[round(step / last * count)] if last else scene.names[0]


def _svg(inside: str) -> str:
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {WIDTH:.0f} {HEIGHT:.0f}" '
        f'stroke-linejoin="round" stroke-linecap="round">{inside}</svg>'
    )


def _position(
    scene: AnyScene, found: AnyBody, name: str, camera: Camera, sheet: Sheet, look: Look, arrow_at: str = ""
) -> str:
    tints, stroke = look.tints, STROKES[look.size]
    drilled = scene.drill.sides == "each"
    pieces = [*scene.pieces(found, name, camera, drilled=drilled, build=look.build)]
    pieces.sort(key=lambda piece: piece.depth)
    plain = look.style == "print"
    out = [_ground(scene, camera, sheet, tints)]
    out += [_drawn(piece, sheet, tints, stroke, plain=plain) for piece in pieces]
    out += _patches(scene, found, camera, sheet, look)
    if scene.figure.breath and isinstance(scene, Scene):
        out += breath_lines(scene.figure.breath, found, camera, sheet, look)
    if not (scene.figure.breath and scene.figure.moves.press):  # the breath's own lines say it
        out.append(arrow_drawn(scene, camera, sheet, tints, stroke, arrow_at or name))
    if scene.figure.inset and isinstance(scene, Scene):
        out.append(_inset(scene, found, name, look))
    if isinstance(scene, Scene):
        out += rings(scene, found, camera, sheet, look)
    if drilled:
        out.append(_side_word(look, tints))
    return "".join(out)


def _inset(scene: Scene, found: AnyBody, name: str, look: Look) -> str:
    """The same position from the view that shows what the first hides, with what the body holds, small, in a corner."""
    tints = look.tints
    camera = Camera.at(str(scene.figure.inset), mirror=look.side == "left")
    pieces = body_pieces(found, camera, scene.drill.sides == "each", look.build)
    pieces += [piece for prop, _ in scene.props_at(name) if worn(prop) for piece in prop_pieces(prop, found, camera)]
    pieces.sort(key=lambda piece: piece.depth)
    left, top, right, low = box_of(shape.box() for piece in pieces for shape in piece.shapes)
    k = min((INSET[0] - 10) / (right - left), (INSET[1] - 10) / (low - top))
    x0 = 5.0 if look.side == "left" else WIDTH - INSET[0] - 5
    sheet = Sheet((left + right) / 2 - (x0 + INSET[0] / 2) / k, (top + low) / 2 - (5 + INSET[1] / 2) / k, k)
    drawn = "".join(_drawn(p, sheet, tints, STROKES[look.size] * 0.6, plain=look.style == "print") for p in pieces)
    return (
        f'<rect x="{x0:.0f}" y="5" width="{INSET[0]:.0f}" height="{INSET[1]:.0f}" rx="4" fill="{tints["card"]}" '
        f'stroke="{tints["prop-line"]}" stroke-width="1"/>{drawn}'
    )


def _drawn(piece: Piece, sheet: Sheet, tints: Mapping[str, str], stroke: float, *, plain: bool) -> str:
    """A piece with one outline round all its shapes; `plain` for renderers that paint the fill first."""
    fill, line = tints[piece.fill], tints[piece.line]
    paths = [shape.path(sheet) for shape in piece.shapes]
    if isinstance(piece.shapes[0], Line):
        return f'<path d="{paths[0]}" fill="none" stroke="{line}" stroke-width="{stroke * piece.weight * 0.72:.1f}"/>'
    if not piece.weight:
        return f'<path d="{"".join(paths)}" fill="{fill}"/>'
    width = stroke * piece.weight
    if len(paths) == 1:
        return f'<path d="{paths[0]}" fill="{fill}" stroke="{line}" stroke-width="{width:.1f}"/>'
    joined = "".join(paths)
    if not plain:
        return (
            f'<path d="{joined}" fill="{fill}" stroke="{line}" stroke-width="{width * 1.5:.1f}" paint-order="stroke"/>'
        )
    return (
        f'<path d="{joined}" fill="{line}" stroke="{line}" stroke-width="{width * 1.5:.1f}"/>'
        f'<path d="{joined}" fill="{fill}"/>'
    )


def _ground(scene: AnyScene, camera: Camera, sheet: Sheet, tints: Mapping[str, str]) -> str:
    """A line where the floor is seen from the side; a mat under the body where it is seen from above."""
    if isinstance(scene, HandScene):
        return ""
    if VIEWS[scene.view][1] < 10:
        _, y = sheet.at((0.0, -scene.ground))
        return f'<path d="M6 {y:.1f}H{WIDTH - 6:.0f}" stroke="{tints["ground"]}" stroke-width="2"/>'
    if scene.ground:
        return ""
    xs = [point[0] for key in scene.keys for point in key.body.joints.values()]
    zs = [point[2] for key in scene.keys for point in key.body.joints.values()]
    x0, x1, z0, z1 = min(xs) - 14, max(xs) + 14, min(zs) - 12, max(zs) + 12
    corners = tuple(camera.flat((x, 0.0, z)) for x, z in ((x0, z0), (x1, z0), (x1, z1), (x0, z1)))
    mat = Area(corners).path(sheet)
    return f'<path d="{mat}" fill="{tints["mat"]}" stroke="{tints["ground"]}" stroke-width="1"/>'


def _patches(scene: AnyScene, found: AnyBody, camera: Camera, sheet: Sheet, look: Look) -> Iterable[str]:
    if scene.figure.patch is None and not scene.drill.felt:
        return
    names = scene.figure.patch if scene.figure.patch is not None else patches_of(scene.drill.felt)
    tint = look.tints["patch"]
    for name in names:
        if isinstance(found, HandBody):
            eggs = [hand_patch(found, name)]
        else:
            eggs = patch_eggs(found, name, both=scene.drill.sides == "both")
        for egg in sorted(eggs, key=lambda egg: camera.depth(egg.at))[-1:] if _one_behind_other(eggs, camera) else eggs:
            path = hull(camera, egg).path(sheet)
            if _turned_away(found, egg, camera):
                yield f'<path d="{path}" fill="none" stroke="{tint}" stroke-width="1.6" stroke-dasharray="4 4"/>'
            elif look.style == "print":
                yield (
                    f'<path d="{path}" fill="#fff" fill-opacity=".55" stroke="{tint}" stroke-width="2" '
                    'stroke-dasharray="4 3"/>'
                )
            else:
                yield f'<path d="{path}" fill="{tint}" fill-opacity=".42"/>'


def _turned_away(found: AnyBody, egg: Egg, camera: Camera) -> bool:
    """Whether a patch of the trunk lies on the side of the body that the eye does not see."""
    if isinstance(found, HandBody):
        return False
    trunk = min(
        (found.joints[name] for name in ("pelvis", "low-mid", "up-mid")), key=lambda at: length(sub(at, egg.at))
    )
    ahead = dot(egg.frame[0], sub(egg.at, trunk))
    return abs(ahead) > 4 and dot(egg.frame[0], camera.eye) * ahead < -0.33 * abs(ahead)


def _one_behind_other(eggs: list[Egg], camera: Camera) -> bool:
    if len(eggs) < 2:
        return False
    (ax, ay), (bx, by) = camera.flat(eggs[0].at), camera.flat(eggs[1].at)
    return hypot(ax - bx, ay - by) < 6


def _side_word(look: Look, tints: Mapping[str, str]) -> str:
    """The side drilled, in words, with the cuff that marks its limb."""
    size = LABEL[look.size]
    left, low, cuff = 8.0, HEIGHT - 2.0 - size * 0.24, size * 0.36
    return (
        f'<rect x="{left:.0f}" y="{low - size * 0.72:.1f}" width="{cuff:.1f}" height="{size * 0.72:.1f}" rx="1" '
        f'fill="{tints["cuff"]}"/><text x="{left + cuff + size * 0.22:.1f}" y="{low:.0f}" '
        f'font-family="\'Ease Sans\', \'Source Sans 3\', sans-serif" font-size="{size:.0f}" font-weight="600" '
        f'fill="{tints["word"]}">{look.word or look.side}</text>'
    )
