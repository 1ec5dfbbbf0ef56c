"""The one body all pictures share: lengths, thicknesses and weights of its parts.

Lengths and radii in centimetres, of an adult of about 170 cm; rounded from the usual segment proportions of stature
(thigh and shank a quarter each, trunk about three tenths). Weights are shares of body weight from segment tables.
"""

from __future__ import annotations

THIGH, SHANK = 42.0, 41.0
UPPER_ARM, FOREARM, HAND = 29.0, 25.0, 17.0
ANKLE_HEIGHT = 7.0
"""Of the joint above the sole."""
HIP_OUT, SHOULDER_OUT, SHOULDER_DROP = 8.5, 17.0, 4.0
PELVIS_TO_LOW_BACK, LOW_BACK, UPPER_BACK, NECK, HEAD_UP, HEAD_AHEAD = 6.0, 18.0, 26.0, 8.0, 10.5, 2.0

HIP_R, KNEE_R, SHANK_R, ANKLE_R = 8.2, 6.0, 5.6, 3.9
SHOULDER_R, ELBOW_R, FOREARM_R, WRIST_R = 5.4, 4.2, 4.0, 2.9
PALM_R, FINGER_R, NECK_R = 3.1, 1.9, 5.2

HEEL = (-4.2, -3.0, 0.0)
"""From the ankle: back, down, outward."""
BALL = (11.0, -4.4, 0.0)
"""The same for the ball of the foot."""
TOES = 6.0
"""From the ball to their tips."""
HEEL_R, BALL_R, TOE_R = 4.0, 2.6, 1.7

PELVIS_SIZE = (10.4, 9.5, 16.0)
"""Half of each of these: ahead, up, outward. The trunk is four rounded solids, so that it can bend between them."""
WAIST_SIZE = (9.2, 8.5, 12.8)
RIBS_SIZE = (10.4, 11.0, 14.4)
CHEST_SIZE = (9.6, 9.0, 15.6)
HEAD_SIZE = (10.2, 11.6, 8.6)

WEIGHT = {
    "head": 0.081, "chest": 0.216, "waist": 0.139, "pelvis": 0.142,
    "upper-arm": 0.028, "forearm": 0.022, "thigh": 0.100, "shank": 0.0465, "foot": 0.0145,
}  # fmt: skip
"""Share of body weight of each part (limbs: each side)."""

SURFACES = {"floor": 0.0, "chair": 41.0, "bed": 44.0, "bench": 45.0, "desk": 74.0, "step": 16.0}
"""How high above the ground each surface lies, centimetres."""
