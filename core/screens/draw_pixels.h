#pragma once
// Fields on a glass of pixels.

#include "glass/mono_frame.h"
#include "screens/field_content.h"

namespace fern {

/// Draws a field with lit pixels only; what lies outside the frame is not drawn.
void drawField(MonoFrame& frame, const Field& field, const FieldContent& content);

} // namespace fern
