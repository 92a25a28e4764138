#pragma once
// The look of the whole application: fonts, palette, style.

#include <QApplication>
#include <QFont>

namespace fern::app {

/// Loads the embedded fonts and sets style, palette and font. Call once, after the application is
/// made.
void applyLook(QApplication& application);

/// Returns the word font at a pixel size.
QFont wordFont(int pixels, bool bold = false);

} // namespace fern::app
