#pragma once
// The faults of a stand-in, switched on while it speaks.

#include "io/stand_in_link.h"

#include <QWidget>

class QComboBox;

namespace fern::app {

class Chip;

class FaultsRow : public QWidget {
    Q_OBJECT
public:
    /// The names of its parts begin with `name`.
    FaultsRow(const QString& name, QWidget* parent);

    io::StandInFaults faults() const;
    /// Switches all of them off; nobody is told.
    void reset();

Q_SIGNALS:
    void chosen(const fern::io::StandInFaults& faults);

private:
    QComboBox* m_damage;
    Chip* m_silent;
    Chip* m_unplugged;
};

} // namespace fern::app
