"""The pictures of the drills: one body of fixed lengths, posed by joint angles, drawn as SVG."""
