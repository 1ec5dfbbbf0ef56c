"""The rules and the computation: pure, typed, frozen data in and out."""
