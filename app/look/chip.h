#pragma once
// A small rounded button that can stay pressed: one of several choices.

#include <QAbstractButton>

namespace fern::app {

class Chip : public QAbstractButton {
    Q_OBJECT
public:
    explicit Chip(const QString& text, QWidget* parent = nullptr);

    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;
};

/// A button that looks like a word, for what is seldom needed.
class LinkButton : public QAbstractButton {
    Q_OBJECT
public:
    explicit LinkButton(const QString& text, QWidget* parent = nullptr);

    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;
};

} // namespace fern::app
