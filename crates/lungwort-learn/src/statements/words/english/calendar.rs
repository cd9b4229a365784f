//! Days of the week in English, and what is done on them: see `statements/calendar.rs`.

use super::super::Calendar;

pub(super) const CALENDAR: &Calendar = &Calendar {
    headings: &["day", "weekday", "day of the week", "day of week", "week day", "days"],
    weekdays: &[
        ("monday", 1),
        ("mondays", 1),
        ("tuesday", 2),
        ("tuesdays", 2),
        ("wednesday", 3),
        ("wednesdays", 3),
        ("thursday", 4),
        ("thursdays", 4),
        ("friday", 5),
        ("fridays", 5),
        ("saturday", 6),
        ("saturdays", 6),
        ("sunday", 7),
        ("sundays", 7),
    ],
    short: &[
        ("mon", 1),
        ("tue", 2),
        ("tues", 2),
        ("wed", 3),
        ("thu", 4),
        ("thur", 4),
        ("thurs", 4),
        ("fri", 5),
        ("sat", 6),
        ("sun", 7),
    ],
    groups: &[
        ("weekend", &[6, 7]),
        ("weekends", &[6, 7]),
        ("a weekday", &[1, 2, 3, 4, 5]),
        ("weekdays", &[1, 2, 3, 4, 5]),
    ],
    also_verbs: &["may", "march", "mar"],
    closed: &[
        "excluded", "ruled out", "impossible", "unavailable", "closed", "shut", "closing day", "closing days",
        "day off", "rest day", "any day but", "every day but",
    ],
    open: &[
        "possible", "booked", "can be", "may be", "open", "opens", "take place", "takes place", "are held", "is held",
        "are on", "is on", "run", "runs", "opening days", "opening day", "are possible", "is possible", "are offered",
        "is offered", "start", "starts", "begin", "begins", "on offer",
    ],
    senders: &[
        "office", "help", "hotline", "helpdesk", "registration", "send", "sent", "sending", "call", "phone us",
        "answer", "reach", "reaches", "price list", "prices", "reply",
    ],
    from: &["from"],
    both: &["between"],
    until: &[
        "end of", "the end of", "beginning of", "the beginning of", "middle of", "start of", "as of",
        "in the course of", "by", "since", "the week of", "the week after", "until",
    ],
    leads: &["on", "at", "in", "for", "during", "of", "the", "a", "an", "every", "each", "from", "only"],
    first_of_month: &[
        "first of a month", "first of the month", "first day of a month", "first day of the month", "1st of the month",
        "1st of a month", "first of each month",
    ],
    given: "if {} is given",
};
