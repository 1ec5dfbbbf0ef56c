"""The second factor: a code of the moment from a phone, or a recovery code that works once."""

from __future__ import annotations

import base64
import hashlib
import secrets
from dataclasses import dataclass

from django.db import transaction
from django.http import HttpRequest
from django.utils import timezone
from django_otp import DEVICE_ID_SESSION_KEY
from django_otp.plugins.otp_totp.models import TOTPDevice

from easepath.clinic.audit import record_event
from easepath.clinic.errors import FieldError
from easepath.clinic.models import RecoveryCode, Role, User

CODES = 10
CODE_BYTES = 10
NOT_RIGHT = "is not the code of this moment: wait for the next one, or use a recovery code"


@dataclass(frozen=True)
class Setup:
    """What an authenticator needs: the key in letters, and the address that a square code carries."""

    key: str
    address: str


def needs_second_factor(user: User) -> bool:
    """Whether this user may work only with one: leads and support staff, but for a practice clinic."""
    if user.is_staff or user.is_superuser:
        return True
    return user.role == Role.LEAD and user.clinic is not None and not user.clinic.practice


def is_verified(request: HttpRequest) -> bool:
    """Whether the session of a request was opened with a second factor."""
    known = getattr(request.user, "is_verified", None)
    return bool(known()) if known is not None else DEVICE_ID_SESSION_KEY in request.session


def device_of(user: User) -> TOTPDevice | None:
    """The authenticator in use; None where there is none."""
    found: TOTPDevice | None = TOTPDevice.objects.filter(user=user, confirmed=True).first()
    return found


def begin(user: User) -> Setup:
    """A new key for an authenticator; it is in use once a code of it was typed."""
    TOTPDevice.objects.filter(user=user, confirmed=False).delete()
    device = TOTPDevice.objects.create(user=user, name="authenticator", confirmed=False)
    return Setup(base64.b32encode(device.bin_key).decode().rstrip("="), device.config_url)


def confirm(user: User, code: str) -> tuple[TOTPDevice, tuple[str, ...]]:
    """Put the key in use that `begin` made; returns the authenticator and its recovery codes, shown once."""
    with transaction.atomic():
        device = TOTPDevice.objects.select_for_update().filter(user=user, confirmed=False).first()
        if device is None:
            raise FieldError({"code": "begin anew: there is no key that waits for its first code"})
        if not device.verify_token(code):
            raise FieldError({"code": NOT_RIGHT})
        TOTPDevice.objects.filter(user=user, confirmed=True).delete()
        device.confirmed = True
        device.save(update_fields=["confirmed"])
        codes = _new_codes(user)
        record_event("second-factor-on", clinic=user.clinic, actor=user)
    return device, codes


def new_codes(user: User) -> tuple[str, ...]:
    """Recovery codes anew; the ones before stop working."""
    with transaction.atomic():
        codes = _new_codes(user)
        record_event("recovery-codes", clinic=user.clinic, actor=user)
    return codes


def take_off(user: User) -> None:
    """Go on without a second factor, where none is needed."""
    if needs_second_factor(user):
        raise FieldError({"password": "your account needs a second factor: set up another one in its place"})
    with transaction.atomic():
        TOTPDevice.objects.filter(user=user).delete()
        user.recovery_codes.all().delete()
        record_event("second-factor-off", clinic=user.clinic, actor=user)


def check_code(user: User, code: str) -> TOTPDevice | None:
    """The authenticator of a user whose code is right; None where there is no authenticator. Raises FieldError."""
    with transaction.atomic():
        device = TOTPDevice.objects.select_for_update().filter(user=user, confirmed=True).first()
        if device is None:
            return None
        if not code.strip():
            raise FieldError({"code": "type the code of your authenticator, or a recovery code"})
        if _use_recovery_code(user, code):
            return device
        allowed, _ = device.verify_is_allowed()
        right = allowed and device.verify_token(code.strip())
    if not right:
        raise FieldError({"code": NOT_RIGHT if allowed else "was wrong too often: wait a minute and try again"})
    return device


def _new_codes(user: User) -> tuple[str, ...]:
    user.recovery_codes.all().delete()
    plain = [base64.b32encode(secrets.token_bytes(CODE_BYTES)).decode().lower() for _ in range(CODES)]
    codes = tuple("-".join(code[i : i + 4] for i in range(0, 16, 4)) for code in plain)
    RecoveryCode.objects.bulk_create(RecoveryCode(user=user, code_hash=_hash(user, code)) for code in codes)
    return codes


def _use_recovery_code(user: User, code: str) -> bool:
    found = user.recovery_codes.select_for_update().filter(code_hash=_hash(user, code), used_at=None).first()
    if found is None:
        return False
    found.used_at = timezone.now()
    found.save(update_fields=["used_at"])
    record_event("recovery-code-used", clinic=user.clinic, actor=user)
    return True


def _hash(user: User, code: str) -> str:
    """What is kept of a code: it has 80 random bits, so a plain hash cannot be tried out."""
    return hashlib.sha256(f"{user.pk}:{code.replace('-', '').strip().lower()}".encode()).hexdigest()
