"""The clinical knowledge: typed models, loader, cross-checks, and the frozen library."""

from easepath.core.knowledge.library import Library
from easepath.core.knowledge.loader import KNOWLEDGE_DIR, load_library, shipped_library

__all__ = ["KNOWLEDGE_DIR", "Library", "load_library", "shipped_library"]
