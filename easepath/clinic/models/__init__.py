"""The rows of the clinic, one file per concept."""

from easepath.clinic.models.audit import AuditEntry, AuditValues, Erasing
from easepath.clinic.models.clients import Client, ClientFactor, Limit
from easepath.clinic.models.complaints import Answer, Clearance, Complaint
from easepath.clinic.models.documents import Document
from easepath.clinic.models.home import (
    HomeCheck,
    HomeLink,
    MorningReport,
    RestOrder,
    SessionCount,
    SessionDrill,
    SessionLog,
    SignAnswer,
)
from easepath.clinic.models.house import HouseRow
from easepath.clinic.models.jobs import JobTurn
from easepath.clinic.models.measuring import Goal, Sitting, Tryout
from easepath.clinic.models.messages import Dispatch, Message
from easepath.clinic.models.outcomes import OutcomeTold
from easepath.clinic.models.overrides import Override
from easepath.clinic.models.people import Clinic, RecoveryCode, Role, User
from easepath.clinic.models.plans import DraftDrill, PlanDrill, PlanVersion
from easepath.clinic.models.reviews import Proposal, Review
from easepath.clinic.models.row_reviews import RowReview
from easepath.clinic.models.templates import SessionTemplate
from easepath.clinic.models.visits import KeptFacts, ScreeningResult, Visit, VisitStep

__all__ = [
    "Answer", "AuditEntry", "AuditValues", "Clearance", "Client", "ClientFactor", "Clinic", "Complaint", "Dispatch",
    "Document", "DraftDrill", "Erasing", "Goal", "HomeCheck", "HomeLink", "HouseRow", "JobTurn", "KeptFacts", "Limit",
    "Message", "MorningReport", "OutcomeTold", "Override", "PlanDrill", "PlanVersion", "Proposal", "RecoveryCode",
    "RestOrder", "Review", "Role", "RowReview", "ScreeningResult", "SessionCount", "SessionDrill", "SessionLog",
    "SessionTemplate", "SignAnswer", "Sitting", "Tryout", "User", "Visit", "VisitStep",
]  # fmt: skip
