"""Joint angles to joints and back, reaching, contacts, the way between positions, and what a picture is made of."""

from __future__ import annotations

import re
from xml.etree import ElementTree

import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from easepath.core.errors import UnknownIdError
from easepath.core.knowledge import shipped_library
from easepath.core.knowledge.models.figure import Arm, At, Leg, Pose, Stand
from easepath.figure import body as b
from easepath.figure.album import Album, Wanted
from easepath.figure.camera import VIEWS, Camera
from easepath.figure.felt import patches_of
from easepath.figure.motion import beats_of, between
from easepath.figure.outline import hull
from easepath.figure.palette import PRINT, SCREEN
from easepath.figure.pose import UNBENT, laid_over, stance_pose
from easepath.figure.reach import two_bones
from easepath.figure.scene import Scene
from easepath.figure.settle import settled
from easepath.figure.shape import Ball, lowest
from easepath.figure.skeleton import stood
from easepath.figure.soundness import centre_of_mass
from easepath.figure.vectors import Vec, add, dot, length, scale, sub

LIBRARY = shipped_library()
ALBUM = Album(LIBRARY)
angle = st.floats(-80, 80)


@given(st.floats(-30, 130), st.floats(-40, 60), st.floats(-60, 60), st.floats(0, 150), st.floats(-60, 40))
def test_joint_angles_can_be_read_back_from_the_joints(
    hip: float, out: float, er: float, knee: float, ankle: float
) -> None:
    said = Leg(hip=hip, out=out, er=er, knee=knee, ankle=ankle)
    body = stood(laid_over(UNBENT, Pose(leg=said, leg2=said, pelvis=Stand(pitch=20.0, turn=15.0))))
    for mark in ("", "2"):
        assert body.hip_angles(mark) == pytest.approx((hip, out, er), abs=1e-6)
        assert body.knee_angle(mark) == pytest.approx(knee, abs=1e-6)
        assert body.ankle_angle(mark) == pytest.approx(ankle, abs=1e-6)


@given(angle, angle, angle, angle)
def test_limbs_keep_their_length_in_any_pose(pitch: float, flex: float, turn: float, lift: float) -> None:
    pose = Pose(pelvis=Stand(pitch=pitch, turn=turn), legs=Leg(hip=flex, knee=abs(flex)), arms=Arm(lift=lift, out=20.0))
    joints = stood(laid_over(UNBENT, pose)).joints
    for a, z, size in (("hip", "knee", b.THIGH), ("knee", "ankle", b.SHANK), ("shoulder", "elbow", b.UPPER_ARM)):
        assert length(sub(joints[a], joints[z])) == pytest.approx(size)


@given(st.tuples(*[st.floats(-70, 70)] * 3), st.tuples(*[st.floats(-1, 1)] * 3), st.sampled_from([1, -1]))
def test_two_bones_reach_or_say_how_far_they_fall_short(target: Vec, toward: Vec, hinge: int) -> None:
    upper, lower, short = two_bones((0.0, 0.0, 0.0), target, 42.0, 41.0, toward, hinge)
    joint = scale(upper[1], -42.0)
    end = add(joint, scale(lower[1], -41.0))
    assert length(sub(end, target)) == pytest.approx(short, abs=0.05)
    for frame in (upper, lower):
        assert dot(frame[0], frame[1]) == pytest.approx(0, abs=1e-6)
        assert [length(axis) for axis in frame] == pytest.approx([1, 1, 1])


@pytest.mark.parametrize(
    ("part", "surface", "height"), [("foot", "floor", 0), ("foot", "step", 16), ("foot", 30.0, 30)]
)
def test_the_pinned_part_rests_on_its_surface(part: str, surface: str | float, height: float) -> None:
    pose = laid_over(stance_pose(LIBRARY.stances, "stand"), Pose(pin=(part, surface)))
    assert lowest(settled(pose).body, part) == pytest.approx(height, abs=0.01)


def test_both_hands_on_a_landmark_mean_each_its_own_side() -> None:
    sit = stance_pose(LIBRARY.stances, "sit")
    both = settled(laid_over(sit, Pose(arms=Arm(hand=At(at="on-knee"))))).body.joints
    assert both["wrist"][2] == pytest.approx(-both["wrist2"][2])
    one = settled(laid_over(sit, Pose(arm2=Arm(hand=At(at="on-knee", by=(0.0, 9.0, 0.0)))))).body.joints
    assert one["wrist2"][2] > 0, "explicitly the drilled knee: the other hand crosses over"


def test_angles_take_the_place_of_a_target_and_a_lifted_foot_rests_no_more() -> None:
    lifted = laid_over(stance_pose(LIBRARY.stances, "hook"), Pose(leg=Leg(hip=90.0, knee=90.0)))
    assert lifted.leg
    assert lifted.leg.foot is None
    assert set(lifted.rests or {}) == {"back", "foot2"}


def test_the_centre_of_mass_of_a_standing_body_lies_in_the_pelvis() -> None:
    mass = centre_of_mass(settled(stance_pose(LIBRARY.stances, "stand")).body)
    assert 90 < mass[1] < 103
    assert abs(mass[2]) < 0.1


@pytest.mark.parametrize("drill", ["half-kneel", "squat-chair", "bird-dog", "step-up-low", "lunge-rotate-hinge"])
def test_on_the_way_pinned_parts_and_held_hands_stay(drill: str) -> None:
    scene = ALBUM.scene(drill)
    assert isinstance(scene, Scene)
    a, z = scene.keys[0], scene.keys[1]
    for share in (0.25, 0.5, 0.75):
        now = between(a, z, share).joints
        for name, arm_a, arm_z in (("wrist", a.pose.arm, z.pose.arm), ("wrist2", a.pose.arm2, z.pose.arm2)):
            if arm_a and arm_z and isinstance(arm_a.hand, tuple) and arm_a.hand == arm_z.hand:
                assert length(sub(now[name], a.body.joints[name])) < 1.0
        for joint in ("ankle", "knee", "ankle2", "knee2"):
            if length(sub(a.body.joints[joint], z.body.joints[joint])) < 0.5 and a.pose.pin == z.pose.pin:
                assert length(sub(now[joint], a.body.joints[joint])) < 3.0


BEATS = [
    ("half-kneel", [(0, 6), (6, 6), (6, 0), (0, 0)], 20),
    ("side-leg-raise", [(0, 6), (6, 6), (6, 0), (0, 0)], None),
]


@pytest.mark.parametrize(("drill", "ways", "held"), BEATS)
def test_a_movement_goes_there_is_held_and_comes_back(
    drill: str, ways: list[tuple[int, int]], held: int | None
) -> None:
    beats = beats_of(LIBRARY.drills[drill], 7)
    assert [(beat.from_step, beat.to_step) for beat in beats] == ways
    assert beats[1].held == held


def test_a_drill_at_its_own_tempo_takes_its_own_counts() -> None:
    assert [beat.seconds for beat in beats_of(LIBRARY.drills["hinge-light"], 7)][:3] == [3.0, 1.0, 3.0]


def test_a_long_hold_is_shown_short_but_said_long() -> None:
    beat = beats_of(LIBRARY.drills["half-kneel-out"], 7)[1]
    assert (beat.seconds, beat.held) == (5.0, LIBRARY.drills["half-kneel-out"].dose.start.hold_s)


@pytest.mark.parametrize("view", sorted(VIEWS))
def test_a_camera_keeps_lengths_and_a_mirror_only_turns_left_and_right(view: str) -> None:
    camera, mirror = Camera.at(view), Camera.at(view, mirror=True)
    for point in ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (3.0, -2.0, 5.0)):
        x, y = camera.flat(point)
        assert x * x + y * y + camera.depth(point) ** 2 == pytest.approx(dot(point, point))
        assert mirror.flat(point) == pytest.approx((-x, y))


@example([(39.0, 48.0, -22.0), (-2.0, 44.0, -22.0), (-32.0, 44.0, 15.0)], 1.0)
@given(
    st.lists(st.tuples(st.floats(-50, 50), st.floats(-50, 50), st.floats(-50, 50)), min_size=1, max_size=4),
    st.floats(1, 9),
)
def test_a_hull_holds_every_ball(points: list[Vec], r: float) -> None:
    camera = Camera.at("three-quarter")
    left, top, right, low = hull(camera, *(Ball(point, r) for point in points)).box()
    for point in points:
        x, y = camera.flat(point)
        assert left <= x - r * 0.98
        assert right >= x + r * 0.98
        assert top <= y - r * 0.98
        assert low >= y + r * 0.98


FELT = [("front of the hip", ("front-hip",)), ("inner thigh and groin", ("inner-thigh", "groin")),
        ("felt easy movement", ()), ("outer front of the hip", ("outer-front-hip",)), ("calves", ("calf",))]  # fmt: skip


@pytest.mark.parametrize(("words", "patches"), FELT)
def test_where_it_is_felt_comes_from_the_words(words: str, patches: tuple[str, ...]) -> None:
    assert patches_of(words) == patches


def test_words_that_name_no_place_are_refused() -> None:
    with pytest.raises(KeyError):
        patches_of("somewhere over the rainbow")


UNKNOWN = [
    (Wanted("half-knel"), "drill"), (Wanted("half-kneel", place="bed"), "place"), (Wanted("half-kneel", pose="mid"), "position"),
    (Wanted("half-kneel", size="huge"), "size"), (Wanted("half-kneel", style="neon"), "style"),
]  # fmt: skip


@pytest.mark.parametrize(("wanted", "kind"), UNKNOWN)
def test_a_picture_that_is_not_there_is_named(wanted: Wanted, kind: str) -> None:
    with pytest.raises(UnknownIdError) as found:
        ALBUM.svg(wanted)
    assert found.value.kind == kind


@pytest.mark.parametrize("drill", sorted(LIBRARY.drills))
def test_on_paper_there_is_no_colour(drill: str) -> None:
    svg = ALBUM.svg(Wanted(drill, "left", style="print"))
    colours = set(re.findall(r"#[0-9A-Fa-f]{3,6}", svg))
    assert colours <= {*PRINT.values(), "#fff"}
    assert all(len(set(re.findall("..", colour[1:]))) == 1 for colour in colours if len(colour) == 7)


@pytest.mark.parametrize("drill", sorted(LIBRARY.drills))
def test_every_picture_is_well_formed_and_stays_on_its_paper(drill: str) -> None:
    for name in ALBUM.scene(drill).names:
        root = ElementTree.fromstring(ALBUM.svg(Wanted(drill, "right", name)))
        assert root.get("viewBox") == "0 0 400 300"
        for path in root.iter("{http://www.w3.org/2000/svg}path"):
            if path.get("fill") in (SCREEN["skin"], SCREEN["shirt"], SCREEN["shorts"]):
                xs = [float(x) for x in re.findall(r"[ML]([\d.-]+) ", path.get("d") or "")]
                assert -1 <= min(xs) <= max(xs) <= 401


def test_a_lying_drill_on_the_bed_is_drawn_on_a_bed() -> None:
    bed, floor = (ALBUM.svg(Wanted("pelvic-tilt", place=place)) for place in ("bed", "floor"))
    assert bed.count(SCREEN["soft"]) > floor.count(SCREEN["soft"])


def test_a_moving_picture_begins_and_ends_where_the_stills_do() -> None:
    wanted = Wanted("half-kneel", "left")
    found = ALBUM.motion(wanted)
    start = ALBUM.svg(Wanted("half-kneel", "left", "start"))
    assert found["steps"][0] in start
    assert len(found["steps"]) == 7
    assert found["alt"] == ALBUM.alt(wanted)
