"""One router per step of the visit, and session, caseload and library beside them."""
