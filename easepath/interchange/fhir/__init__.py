"""The record in the words that other systems read (FHIR R4B), out and in; described in docs/exchange.md."""
