#pragma once
// The look of the whole application: fonts, palette, style.

#include "app/look/tokens.h"

#include <QApplication>
#include <QFont>
#include <QPalette>

namespace fern::app {

/// Loads the embedded fonts and sets style, palette and font. Call once, after the application is
/// made.
void applyLook(QApplication& application);

/// Changes between light and dark; every widget paints itself anew.
void useLook(LookKind kind);

/// Returns the word font at a pixel size.
QFont wordFont(int pixels, bool bold = false);

/// Returns the font for code and hexadecimal, all of its characters of one width.
QFont codeFont(int pixels);

// Words in another colour than ink take these roles of the palette, so that they follow the look.
constexpr auto softRole = QPalette::PlaceholderText;
constexpr auto onFernRole = QPalette::BrightText;
constexpr auto onFernSoftRole = QPalette::Midlight;
constexpr auto skyRole = QPalette::Link;
constexpr auto brickRole = QPalette::LinkVisited;
constexpr auto cardRole = QPalette::AlternateBase;

} // namespace fern::app
