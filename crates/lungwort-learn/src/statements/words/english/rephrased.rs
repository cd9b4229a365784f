//! What English sentences say in other words: see `statements/rephrased.rs`.

/// What numbers are counted or measured in.
macro_rules! units {
    () => {
        "m|cm|mm|km|kg|g|t|l|ml|metres|meters|kilometres|kilometers|miles|grams|kilos|litres|hours|minutes|days|nights|weeks|years|months|pounds|euros|points|people|persons|pieces|animals|items"
    };
}

/// Compared with a number that nothing may be above.
macro_rules! larger {
    () => {
        "longer|larger|taller|higher|heavier|bigger|wider|deeper|older|thicker"
    };
}

/// Compared with a number that nothing may be below.
macro_rules! smaller {
    () => {
        "shorter|smaller|lower|lighter|narrower|younger|thinner"
    };
}

/// What says that something is filled in.
macro_rules! filled {
    () => {
        "filled|filled_in|given|entered|present|there|stated|supplied|provided"
    };
}

pub(super) const REPHRASED: &[(&str, &str)] = &[
    ("from {n} {k} on|onwards|upwards ?, a|an|the {r}", "With at least {1} {2} a {3}"),
    ("{q} do|does not apply to|for|in_the_case_of {w}", "{1} must stay blank for {2}"),
    ("there is|are no {e} for|with|in {w}", "{1} must stay blank for {2}"),
    (
        "{q} is|are dropped|omitted|left_out|not_applicable|inapplicable for|with|in_the_case_of {w}",
        "{1} must stay blank for {2}",
    ),
    ("{q} is|are left|kept|to_be_left|to_stay blank|empty for|with|on|in {w}", "{1} must stay blank for {2}"),
    ("blank|empty|nothing for|with|on|in {w}", "must stay blank for {1}"),
    ("another|a_different|any_other {u} than|from ?the {c}", "must differ from {2}"),
    ("{k} ; another|a_different|any_other {u} than|from ?the {c}", "{1}.\nmust differ from {3}"),
    ("{k} , another|a_different|any_other {u} than|from ?the {c}", "{1}.\nmust differ from {3}"),
    (
        "{c} over|above|of_more_than|exceeding|higher_than {n} need|needs|require|requires ?a|an|the {c}",
        "If {1} is above {2}, {3} is required",
    ),
    (
        "{c} from|of {n} ?on|onwards|upwards|or_more|and_more need|needs|require|requires ?a|an|the {c}",
        "If {1} is at least {2}, {3} is required",
    ),
    (
        "{r} ; over|above|beyond {n} ?, ?a|an|the {c} is|are|must_be needed|required|compulsory|mandatory|given",
        "{1}.\nIf {0} is above {2}, {3} is required",
    ),
    ("{r} , needs|requires|with ?a|an {c} over|above|beyond {n}", "{1}.\nIf {0} is above {3}, {2} is required"),
    ("{r} , needs|requires|with ?a|an {c} over|above|beyond {n} ( {k} )", "{1}.\nIf {0} is above {3}, {2} is required"),
    ("null when|if|where|for {r}", "must be blank if {1}"),
    ("must_be|is|has_to_be|should_be null when|if|where|for {r}", "must be blank if {1}"),
    (
        "required|needed|mandatory|compulsory from|for|with|at a|an {c} of {n} ?on|onwards|upwards|or_more",
        "Required if {1} is at least {2}",
    ),
    (
        "required|needed|mandatory|compulsory for|with|at a|an {c} above|over|of_more_than {n}",
        "Required if {1} is above {2}",
    ),
    ("{n} or {n} digits|figures ; those|numbers|ones of|with {n} ?digits begin|start with {n}", "{1} or {2} digits"),
    ("{n} or {n} digits|figures , those|numbers|ones of|with {n} ?digits begin|start with {n}", "{1} or {2} digits"),
    ("{c} minus|less {c} ; with its|the|a sign", "{1} minus {2}"),
    ("{c} minus|less {c} , with its|the|a sign", "{1} minus {2}"),
    (
        "required|mandatory|compulsory|needed|obligatory : {q} ?, and|plus ?either {c} or {c}",
        "required: {1}.\n{2} or {3} is required",
    ),
    (
        "{q} ?, and|plus either {c} or {c} are|is|must_be|have_to_be|has_to_be required|mandatory|compulsory|needed|given|filled|filled_in",
        "required: {1}.\n{2} or {3} is required",
    ),
    ("if|when|where|once {r} , so is|are|must_be|does|do {q}", "If {1}, {2} must be given"),
    ("do_not|don't|never enter|fill_in|type ?the {c} , we|it|this {r}", "Leave {1} blank"),
    (
        "{c} is|are not ?to_be entered|filled_in|typed : it|they is|are calculated|worked_out|computed|filled ?automatically",
        "Leave {1} blank",
    ),
    ("{c} is|are not ?to_be entered|filled_in|typed ?, ?but calculated|worked_out|computed", "Leave {1} blank"),
    ("{c} is|are not to_be entered|filled_in|typed", "Leave {1} blank"),
    ("{n} digits|figures ( in {k} {n} )", "{1} or {3} digits"),
    ("{n} digits|figures ( ?in {k} : {n} )", "{1} or {3} digits"),
    ("{k} and|or roman numerals|numbers ( {k} )", "{1}"),
    (
        "{r} ; {k} above|over|below|under|beyond {n} ?{k} is|are flagged|marked|highlighted|checked|queried|reviewed|double-checked ?{k}",
        "{1}",
    ),
    (
        "?the {c} ?amount plus|and ?the {c} ?amount gives|makes|give|make|yield|yields|equals|comes_to|come_to|results_in ?the {c} ?amount",
        "{3} = {1} + {2}",
    ),
    ("from {c} {n} ?on|onwards|upwards ?, {r}", "If {1} is at least {2}, {3}"),
    ("only from {c} {n} ?on|onwards|upwards", "Only if {1} is at least {2}"),
    ("{c} {n} only", "Only if {1} is {2}"),
    ("{u} in {c} with {r}", "{2}: {3}"),
    ("{c} is|are filled_in|filled|completed|entered|given|added by ?the|our {k} and {r}", "{1} {3}"),
    (
        "{k} with a|an {c} have|has|get|gets a|an {c} from {k} to {k}",
        "{3}: from {4} to {5}.\nIf there is a {2}, {3} is required",
    ),
    (
        "?the number of {c} lies|is|ranges|must_be|has_to_be between {n} and {n} , each ?lasting of {l} {c}",
        "{1} between {2} and {3}.\n{5}: {4}",
    ),
    (
        "{k} with a|an {c} have|has|get|gets a|an {c} from {k} to {k} . otherwise leave blank",
        "{3}: from {4} to {5}.\n{3} only if there is a {2}",
    ),
    (
        "no {k} may|can|must|should ?ever begin|begins|start|starts|open|opens|commence before|earlier_than {d} or|and|nor end|ends|finish|finishes|close|closes|stop|stops|last after|later_than {d}",
        "{start} not before {2}.\n{end} not after {3}",
    ),
    (
        "no {k} begin|begins|start|starts|open|opens|commence before|earlier_than {d} or|and|nor end|ends|finish|finishes|close|closes|stop|stops|last after|later_than {d}",
        "{start} not before {2}.\n{end} not after {3}",
    ),
    (
        "{k} may_not|must_not|cannot|can_not|should_not|may_never|must_never begin|begins|start|starts|open|opens|commence before|earlier_than {d} or|and|nor end|ends|finish|finishes|close|closes|stop|stops|last after|later_than {d}",
        "{start} not before {2}.\n{end} not after {3}",
    ),
    (
        "no {k} may|can|must|should ?ever begin|begins|start|starts|open|opens|commence before|earlier_than {d}",
        "{start} not before {2}",
    ),
    (
        "no {k} may|can|must|should ?ever end|ends|finish|finishes|close|closes|stop|stops|last after|later_than {d}",
        "{end} not after {2}",
    ),
    (
        "{c} {l} ?, ?and if|for|with|when {v} ?, ?the {c} ?is|are|must_be|has_to_be required|needed|mandatory|compulsory|given|entered|filled_in",
        "{1}: {2}.\nIf {1} is {3}, {4} is required",
    ),
    (
        "{c} : {l} ?, ?and if|for|with|when {v} ?, ?the {c} ?is|are|must_be|has_to_be required|needed|mandatory|compulsory|given|entered|filled_in",
        "{1}: {2}.\nIf {1} is {3}, {4} is required",
    ),
    (
        "{l} , ?and if|for|with|when {v} ?, ?the {c} ?is|are|must_be|has_to_be required|needed|mandatory|compulsory|given|entered|filled_in",
        "{1}.\nIf {0} is {2}, {3} is required",
    ),
    (
        "{c} {l} , ?the {c} ?is required|needed|mandatory|compulsory|given|entered|filled_in if|for|with|when {v}",
        "{1}: {2}.\nIf {1} is {4}, {3} is required",
    ),
    ("never|not filled|filled_in|completed|entered by|from you|the_sender|the_coordinator", "leave blank"),
    (
        "not|no|never|must_not_be|may_not_be later_than|after ?the {c} minus|less {n} {k}",
        "no later than {2} {3} before {1}",
    ),
    ("{n} {k} before|ahead_of ?the {c} at_the_latest|or_earlier|or_more", "no later than {1} {2} before {3}"),
    (
        "not|no|never|must_not_be|may_not_be later_than|after ?the {c} plus|and {n} {k}",
        "no later than {2} {3} after {1}",
    ),
    ("not|no|never|must_not_be|may_not_be later_than|after ?the {c} + {n} {k}", "no later than {2} {3} after {1}"),
    ("at_most|up_to|at_the_latest|no_more_than ?the {c} + {n} {k}", "no later than {2} {3} after {1}"),
    ("?the {c} + {n} {k} at_most|at_the_latest|at_the_very_most", "no later than {2} {3} after {1}"),
    (
        "no {k} has|have|may_have|can_have|contains|may_contain|can_contain|must_have more_than|over {n} rows|lines|records|entries",
        "a {1} has at most {2} rows",
    ),
    (
        "each|every|an|a|one {k} has|have|may_have|can_have|contains|consists_of ?from ?between {n} to|and|or {n} rows|lines|records|entries",
        "a {1} has at most {3} rows",
    ),
    ("not|never before ?the {c} minus|less {n} {k}", "no earlier than {2} {3} before {1}"),
    (
        "no {k} over|above|exceeding|of_more_than|of_over {n} ?pounds|euros|eur|gbp ?is|are|will|may|can ?be ?accepted|taken|processed|possible without a|an|the {c}",
        "{3} is required over {2} pounds",
    ),
    ("put|enter|write|set|choose {v} under|in|for {c} ; then|and_then {r}", "If {2} is {1}, {3}"),
    (
        "{c} is|are|has|have {k} and only exists|exist|applies|apply|given|recorded|measured|used for {z} {k}",
        "{1}: {2}.\n{1}: only if {3c} is {3v}",
    ),
    ("{c} is|are|has|have {k} and only exists|exist|applies|apply|given|recorded|measured|used for {k}", "{1}: {2}"),
    (
        "each|every|one|a|an|the|any {c} is|are|may_be|must_be|can_be|should_be|has_to_be ?reported|listed|entered|given|named|recorded exactly|only|just once ?in|on|per|within ?a|an|the|one|each|any ?{u}",
        "{1} is unique",
    ),
    ("above|over|beyond|exceeding ?a|an|the {c} of {n} ?pounds|euros|eur|gbp ?, {r}", "If {1} is more than {2}, {3}"),
    ("from ?a|an|the {c} of {n} ?pounds|euros|eur|gbp ?upwards|onwards|on|up ?, {r}", "If {1} is at least {2}, {3}"),
    (
        "until|up_to|below ?the age of {n} ?years ?, ?a|an|the {c} is|must_be|has_to_be needed|required|given|named|compulsory|mandatory",
        "Under {1} years a {2} is required",
    ),
    (
        "?a|an|the|each ?{k} cannot|can_not|may_not|must_not|should_not|can_never|may_never|must_never be|have_been|leave|have {c} before|until ?it|they|he|she|being|having ?has_been|have_been|is|was|been|has|have|had {c}",
        "{2} must not be before {3}",
    ),
    (
        "no {k} may|can|must|should|could be|have_been|leave|have {c} before|until ?it|they|he|she|being|having ?has_been|have_been|is|was|been|has|have|had {c}",
        "{2} must not be before {3}",
    ),
    (
        "put|enter|write|state|use|choose|set ?a|an {v} under|in|for|at ?the ?column {c} only with|if ?there_is a|an {c} ?is ?given ?stated",
        "If {2} is {1}, {3} is required",
    ),
    (
        "only|never put|enter|write|mark|set|choose ?a|an {v} under|in|for|at ?the ?column {c} with|if|without|unless ?there_is a|an {c} ?is ?given ?stated",
        "If {2} is {1}, {3} is required",
    ),
    (
        "only mark|set|enter {c} with|as|to {v} if|when|where a|an|the {c} is given|stated|entered|filled_in|there",
        "If {1} is {2}, {3} is required",
    ),
    (
        "{c} may|can|must only be {v} with|if|when|where ?there_is a|an {c} ?is ?given ?stated",
        "If {1} is {2}, {3} is required",
    ),
    ("for {w} {c} ?, a|an|the {c} {r}", "for {1c} {1v} the {3} {4}"),
    ("{r} if|when|where no {s}", "{1} if {2} is no"),
    ("if|when|where no {s} ?, {r}", "If {1} is no, {2}"),
    ("?a|an|the ?{u} that|which|who {u} get|gets|receive|receives|have|has|bear|bears a|an|the {c} : {r}", "{3}: {4}"),
    ("?a|an|the {c} that|which|who {u} get|gets|receive|receives|have|has|bear|bears a|an|the {c} : {r}", "{3}: {4}"),
    (
        "{r} ; several|more|more_than_one|multiple ?values ?ones are|is|may_be|to_be separated|divided|parted by|with|using ?a|the {k}",
        "{1}.\nSeveral are separated by {2}",
    ),
    ("{r} for {z} {c} only", "{1} if {2c} is {2v}, otherwise blank"),
    ("{r} for {z} {c}", "{1} if {2c} is {2v}"),
    ("if|when|where {k} , give|state|enter|write ?the|a|an {c} in {k}", "If {1}, {2} is required.\n{2}: in {3}"),
    (
        "not|no later_than|after ?the day|date of submission|sending|upload|uploading|filing|dispatch|import|transfer|entry",
        "not in the future",
    ),
    (
        "{c} must_not|cannot|can_not|may_not ?be later_than|after ?the day|date of submission|sending|upload|uploading|filing|dispatch|import|transfer|entry",
        "{1} must not be in the future",
    ),
    (
        "{c} ?is|are at_least {k} after ?the {c} and never|not on ?a|an {k}",
        "{1} at least {2} after {3}.\n{1}: never on a {4}",
    ),
    ("{k} , ?and ?but never|not more|higher|greater|larger than ?the {c}", "{1}.\nnot more than {2}"),
    ("{k} , ?and ?but never|not less|lower|smaller|fewer than ?the {c}", "{1}.\nnot less than {2}"),
    ("{k} , ?and ?but not|never before|earlier_than ?the {c}", "{1}.\nnot before {2}"),
    ("{k} , ?and ?but not|never after|later_than ?the {c}", "{1}.\nnot after {2}"),
    (
        "{k} , ?and each|every|one ?{u} only_once|once|at_most_once per|on|in ?the|each ?same {c} ?date ?day",
        "{1}.\nonly once per {3}",
    ),
    ("{q} are|is ?meant for {w} only", "{1} only for {2}"),
    ("{k} ; {q} are|is ?meant for {w} only", "{1}.\n{2} only for {3}"),
    ("{q} go_together|belong_together and are for {w} only", "{1} go together.\n{1} only for {2}"),
    ("{c} ?dates ?date is|are wanted|expected for {y} only", "{1}: required for {2}, otherwise blank"),
    (
        "{w} may_not|cannot|can_not|must_not|can_never|may_never|should_not ?ever be|travel|go ?as {z}",
        "If {1c} is {1v}, {2c} must be no",
    ),
    ("{w} is|are never|not ?to_be {z}", "If {1c} is {1v}, {2c} must be no"),
    (
        "{z} {w} is|are|can|may|will not|never ?be accepted|allowed|taken|carried|possible|permitted|loaded",
        "If {2c} is {2v}, {1c} must be no",
    ),
    (
        "{k} {c} ?for ?{k} , ?and ?but within|at_most|no_more_than|not_more_than|never_more_than|no_later_than|not_later_than|up_to {k} after_it|after_this|after_that|later|afterwards|thereafter",
        "{1} {2}.\nat most {4} after {2}",
    ),
    ("{r} , ?and|but different|distinct|unique for|in|on|with each|every|all {u}", "{1}.\nunique"),
    ("{r} ; ?and|but different|distinct|unique for|in|on|with each|every|all {u}", "{1}.\nunique"),
    ("different|distinct|unique for|in|on|with each|every|all {u}", "unique"),
    ("{k} if|when|where|unless the|a|an {u} has|have|had no {c}", "{1} if there is no {3}"),
    ("only if|when|where the|a|an {u} has|have|had a|an {c}", "only if there is a {2}"),
    ("only if|when|where ?it|they|a|an|the ?{u} ?is|are|was|were|has_been|have_been {j}", "only if {2} is filled"),
    (
        "{r} only if|when|where ?it|they|a|an|the ?{u} ?is|are|was|were|has_been|have_been {j}",
        "{1}.\nonly if {3} is filled",
    ),
    ("{r} if|when|where ?it|they|a|an|the ?{u} ?is|are|was|were|has_been|have_been {j}", "{1} if {3} is filled"),
    ("{r} once ?it|they|a|an|the ?{u} is|are|has_been|have_been {j}", "{1} if {3} is filled"),
    ("{r} until|unless ?it|they|a|an|the ?{u} ?is|are|was|were|has_been|have_been {j}", "{1} if {3} is blank"),
    (
        "if|when|where|once ?it|they|a|an|the ?{u} ?is|are|was|were|has_been|have_been {j} , {r}",
        "if {2} is filled, {3}",
    ),
    (
        concat!("leave|keep|stays|remains blank|empty until|before ?the {c} is|are|has_been|have_been ", filled!()),
        "leave blank if {1} is blank",
    ),
    ("only for {j} ?{u}", "only if {1} is filled"),
    ("{r} for {j} {u}", "{1} if {2} is filled"),
    ("for {j} {u} , {r}", "if {1} is filled, {3}"),
    (
        "?a|an|each|every|all {j} {u} need|needs|must_have|require|requires|has|have a|an|the {c}",
        "if {1} is filled, {3} is required",
    ),
    ("{k} if|when|where|once a|an|the {c} is|was|are|were|has_been|have_been {z}", "{1} if {3c} is {3v}"),
    (
        "if|when|where|once a|an|the {c} is|was|are|were|has_been|have_been {z} , give|state|enter|add|write|explain|fill_in {r}",
        "if {2c} is {2v}, give {3}",
    ),
    (
        "?a|an|each|every|all {z} {c} need|needs|must_have|require|requires ?a|an|the {c}",
        "if {1c} is {1v}, {3} is required",
    ),
    ("{k} for all ?kinds ?others but|except {w}", "{1} unless {2c} is {2v}"),
    ("{c} : {k} for all ?{i} but|except {w}", "{1}: {2} unless {4c} is {4v}"),
    ("{k} for all ?{i} but|except {w}", "{1} unless {3c} is {3v}"),
    ("?what ?is remains|remaining|left ?over of {c} after|without {c} and {c}", "{1} minus {2} minus {3}"),
    ("?what ?is remains|remaining|left ?over of {c} after|without {c}", "{1} minus {2}"),
    ("below|under {c}", "less than {1}"),
    ("{c} - {c} x|times|multiplied_by {c} , {r}", "{1} = {2} times {3}.\n{1}: {4}"),
    ("{c} - {c} minus|less {c} , {r}", "{1} = {2} minus {3}.\n{1}: {4}"),
    ("{c} - {c} plus {c} , {r}", "{1} = {2} plus {3}.\n{1}: {4}"),
    ("{c} can|may only be y|yes|true if|when|where {r}", "If {1} is yes, {2}"),
    ("{c} can|may only be n|no|false if|when|where {r}", "If {1} is no, {2}"),
    ("{c} must|can|may|should ?only be {v} only for ?the {i} {r}", "If {1} is {2}, {3} must be {4}"),
    ("{k} of {c} {w} must|may|should|can not be {k}", "{2} {3} cannot be {4}"),
    ("{c} {w} is|are never|not {k}", "{1} {2} cannot be {3}"),
    ("only ?the {i} {w} may|can be {k}", "Only {2v} may be {3}"),
    ("{c} can|may only be {w} if|when|where {r}", "If {1} is {2v}, {3}"),
    ("{c} = {v} only for ?the {i} {r}", "If {1} is {2}, {3} must be {4}"),
    ("{z} must_be|are|is|have_to_be|should_be of {c} {r}", "If {1c} is {1v}, {2} must be {3}"),
    (
        "{z} have|has|must_have ?a ?an ?the {c} above|over|of_more_than {n}",
        "If {1c} is {1v}, {2} must be more than {3}",
    ),
    ("{z} have|has|must_have ?a ?an ?the {c} of {n}", "If {1c} is {1v}, {2} must be {3}"),
    ("if|when|where {s} , ?the {c} is|are {r}", "If {1} is yes, {2} must be {3}"),
    ("{c} : {k} if|when|where {z}", "{1}: {2} if {3c} is {3v}"),
    ("{k} not {z} have|has ?a ?the {c} ?of {n}", "If {2c} is not {2v}, {3} must be {4}"),
    ("{c} : {k} from {n} {c} on|upwards|onwards", "If {4} is at least {3}, {1} must be {2}"),
    ("all|every|any {c} but|except {w} may|can|must ?have|has ?have {r}", "If {1} is not {2}, {3}"),
    ("all|every|any {i} but|except {w} have|has|may_have|must_have|need|needs {r}", "If {1} is not {2}, {3}"),
    ("{k} , but {c} {w} may|can ?have|be|hold more|less|fewer|longer|larger|heavier", "{1} unless {2} is {3}"),
    ("if|when|where {k} there must_be|has_to_be|have_to_be|should_be|are|is {n} {r}", "If {1}, {2} {3}"),
    ("{k} of {c} {w} start|begin with {r}", "For {2} {3}, {1} start with {4}"),
    ("{k} of {c} {w} must|may|should|can not {r}", "For {2} {3}, {1} must not {4}"),
    ("{c} {w} {c} start|begin with {r}", "For {1} {2}, {3} must start with {4}"),
    ("{c} {w} {i} start|begin with {r}", "For {1} {2}, {3} must start with {4}"),
    (
        "every|each|a|any row|line|record|lot|entry needs|must_have|has_to_have|should_have {c} or {c}",
        "At least one of {1} and {2} must be filled in",
    ),
    (
        "every|each|a|any row|line|record|lot|entry needs|must_have|has_to_have|should_have {c} , {c} or both",
        "At least one of {1} and {2} must be filled in",
    ),
    (
        concat!("{c} can|may ?only be ?left blank|empty|missing ?only if|when|where {c} is ", filled!()),
        "{1} is required if {2} is blank",
    ),
    (
        concat!(
            "{c} and {c} must|may|can|should not|never be ",
            filled!(),
            " together|at_the_same_time|both|in_the_same_row"
        ),
        "{1} and {2} may not both be filled",
    ),
    (
        concat!("{c} and {c} cannot|can't|mustn't be ", filled!(), " together|at_the_same_time|both|in_the_same_row"),
        "{1} and {2} may not both be filled",
    ),
    ("{c} and {c} exclude each_other|one_another", "{1} and {2} may not both be filled"),
    ("{c} and {c} are mutually exclusive", "{1} and {2} may not both be filled"),
    ("{c} and {c} are alternatives ; {k}", "{1} and {2} may not both be filled"),
    ("{c} and {c} are alternatives", "{1} and {2} may not both be filled"),
    (
        "?please fill_in|fill|give|enter|complete both {c} and {c} ?, or leave both blank|empty",
        "{1} and {2}: both or none",
    ),
    ("?please fill_in|fill|give|enter|complete both {c} and {c} ?, or neither|none", "{1} and {2}: both or none"),
    (
        concat!(
            "if|when|where|whenever {c} is ",
            filled!(),
            " , {c} must_be|has_to_be ",
            filled!(),
            " ?as_well ?too , and ?the other way round"
        ),
        "{1} and {2}: both or none",
    ),
    (
        concat!(
            "if|when|where|whenever {c} is ",
            filled!(),
            " , {c} must_be|has_to_be ",
            filled!(),
            " ?as_well ?too , and vice_versa|conversely"
        ),
        "{1} and {2}: both or none",
    ),
    ("{c} needs|requires {c} and {c} needs|requires {c}", "{1} and {2}: both or none"),
    ("{c} needs|requires ?a ?an {c} , and vice_versa|conversely", "{1} and {2}: both or none"),
    ("no {c} without ?a ?an {c} , and|or no {c} without ?a ?an {c}", "{1} and {2}: both or none"),
    ("neither {c} nor {c} without the other", "{1} and {2}: both or none"),
    ("{c} and {c} : never|not one without the other", "{1} and {2}: both or none"),
    (
        concat!("if|when|where|whenever {c} is ", filled!(), " , {c} must_be|has_to_be|should_be as_well|too"),
        "If {1} is filled, {2} is required",
    ),
    ("no|never_a {c} without ?a ?an {c}", "If {1} is filled, {2} is required"),
    ("?there must|may|should|can be no duplicate|double|repeated {i}", "{1} must be unique"),
    ("?there are no duplicate|double|repeated {i} allowed|accepted", "{1} must be unique"),
    (
        "duplicate|double|repeated {i} are|will_be|get refused|rejected|returned|not_accepted|not_allowed|ignored",
        "{1} must be unique",
    ),
    (
        "{i} must|may|should|can|do|does not|never be entered|listed|given|registered|recorded|named|used|sent|reported|put_in twice|again|more_than_once|a_second_time",
        "{1} must be unique",
    ),
    (
        "{i} cannot|can't|mustn't be entered|listed|given|registered|recorded|named|used|sent|reported twice|again|more_than_once",
        "{1} must be unique",
    ),
    (
        "{q} is|are required|mandatory|compulsory|needed|obligatory ?, ?and ?but {q} isn't|aren't|is_not|are_not|not",
        "{1} are required.\n{2} are optional",
    ),
    ("{q} ?is ?are no longer ?a required|mandatory|compulsory|needed", "{1} are optional"),
    ("columns|column|fields|field {q} : required|mandatory|compulsory", "{1} are required"),
    (
        "must_have|must_haves|minimum|minimum_fields|minimum_data|essential|essentials|indispensable|always_needed|always_required : {q}",
        "{1} are required",
    ),
    (
        "as_a_minimum|at_a_minimum|as_the_very_least|at_the_very_least ?, ?please ?you ?must give|fill_in|enter|state|provide|supply|we_need {q}",
        "{1} are required",
    ),
    ("without ?a ?an {e} ?, a|an|the|no {k} cannot|can_not|can't|will_not|won't ?be {k}", "{1} are required"),
    ("without ?a ?an {e} ?, we cannot|can_not|can't {k}", "{1} are required"),
    ("what we must|need_to|have_to know|have|be_told|be_given : {q}", "{1} are required"),
    (
        "{q} have|has|need|needs|must|should ?to be there|present|known|given|filled|filled_in|stated for|in|on every|each {u}",
        "{1} are required",
    ),
    ("?please fill_in|complete|fill everything ; {r}", "All columns must be filled in.\n{1}"),
    ("iso week , {r}", "ISO week as YYYY-Www"),
    ("iso week ( {r} )", "ISO week as YYYY-Www"),
    ("?the year and iso week ( {r} )", "ISO week as YYYY-Www"),
    ("iso week such_as|like|as {r}", "ISO week as YYYY-Www"),
    ("iso week", "ISO week as YYYY-Www"),
    ("codes {l} and {k}", "{1}, {2}"),
    ("?please use|enter {o}", "{1}"),
    ("?must|should|has_to ?be less|smaller|lower|fewer than or equal to ?the {c}", "no more than {1}"),
    ("?must|should|has_to ?be greater|larger|higher|more than or equal to ?the {c}", "at least {1}"),
    ("?must|should|can ?be up_to ?the number|amount|count of {i}", "no more than {1}"),
    ("?must|may|can not ?be ?go over|above|beyond ?the {c}", "no more than {1}"),
    ("not over|above|beyond ?the {c}", "no more than {1}"),
    ("?on ?the same|same day|date as ?the {c} or later|after", "not before {1}"),
    ("?the same|same as ?the {c} or later|after", "not before {1}"),
    (
        "{c} - ?leave|keep|left ?it ?this ?the_cell blank|empty if|when|where {r} , otherwise|else ?it ?is|must_be|has_to_be|should_be needed|required|mandatory|compulsory|obligatory|filled|filled_in|given|fill_in|fill_it_in|give_it",
        "{1}: leave blank if {2}.\n{1} is required unless {2}",
    ),
    (
        "{c} - ?leave|keep|left ?it ?this ?the_cell blank|empty if|when|where {r} ; otherwise|else ?it ?is|must_be|has_to_be|should_be needed|required|mandatory|compulsory|obligatory|filled|filled_in|given|fill_in|fill_it_in|give_it",
        "{1}: leave blank if {2}.\n{1} is required unless {2}",
    ),
    (
        "?leave|keep|left ?it ?this ?the_cell blank|empty if|when|where {r} , otherwise|else ?it ?is|must_be|has_to_be|should_be needed|required|mandatory|compulsory|obligatory|filled|filled_in|given|fill_in|fill_it_in|give_it",
        "{0}: leave blank if {1}.\n{0} is required unless {1}",
    ),
    (
        "?leave|keep|left ?it ?this ?the_cell blank|empty if|when|where {r} ; otherwise|else ?it ?is|must_be|has_to_be|should_be needed|required|mandatory|compulsory|obligatory|filled|filled_in|given|fill_in|fill_it_in|give_it",
        "{0}: leave blank if {1}.\n{0} is required unless {1}",
    ),
    (
        "?the|a {c} is|are|may|can|must|should never|not ?be ?the ?same_person_as ?the {c}",
        "{1} must not be the same as {2}",
    ),
    (
        "{r} ; ?the|a {c} is|are|may|can|must|should never|not ?be ?the ?same_person_as ?the {c}",
        "{1}.\n{2} must not be the same as {3}",
    ),
    ("?the|a {c} cannot be ?the ?same_person_as ?the {c}", "{1} must not be the same as {2}"),
    (
        "?the|a {c} must|has_to|have_to|should|shall|needs_to be someone|somebody|a_person|anyone|anybody other_than|else_than|different_from|but ?the {c}",
        "{1} must not be the same as {2}",
    ),
    (
        "someone|somebody|a_person|anyone|anybody other_than|else_than|different_from|but ?the {c}",
        "must not be the same as {1}",
    ),
    ("quarters|quarter of an hour", "in quarter hours"),
    ("in quarters|quarter of an hour", "in quarter hours"),
    ("in|to quarters|quarter of an hour , {r}", "in quarter hours.\n{1}"),
    ("in quarters|quarter of an hour ( {l} ... ) , {r}", "in quarter hours.\n{2}"),
    ("only|just for {k} that|which|who are|is|were|was not|never ?been {v}", "only if not {2}"),
    ("{z} are|is always ?of {c} {v}", "if {1c} is yes, {2} must be {3}"),
    ("{l} ; {z} are|is always ?of {c} {v}", "{1}.\nif {2c} is yes, {3} must be {4}"),
    ("{l} ; {z} are|is always {v}", "{1}.\nif {2c} is yes, {0} must be {3}"),
    ("{z} are|is always {n}", "if {1c} is yes, {0} must be {2}"),
    ("{z} are|is always {x}", "if {1c} is yes, {0} must be {2}"),
    ("{r} ; no two {k} may|can|must have|carry|share ?the ?same {k}", "{1}.\nunique"),
    (
        "{k} , after|later_than ?the {c} , at_most|no_more_than|up_to|max|maximum {n} nights|days",
        "{1}.\nafter {2}.\nat most {3} days after {2}",
    ),
    (
        "after|later_than ?the {c} , at_most|no_more_than|up_to|max|maximum {n} nights|days",
        "after {1}.\nat most {2} days after {1}",
    ),
    (
        "not_before|not_earlier_than ?the {c} , within {n} days of it|that|this",
        "not before {1}.\nat most {2} days after {1}",
    ),
    (
        "{k} : {n} for|with {w} , {n} for|with all|the|every ?the other|others ?{k}",
        "{1}.\nif {3c} is {3v}, {0} must be {2}.\nif {3c} is not {3v}, {0} must be {4}",
    ),
    (
        "{n} for|with {w} , {n} for|with all|the|every ?the other|others ?{k}",
        "if {2c} is {2v}, {0} must be {1}.\nif {2c} is not {2v}, {0} must be {3}",
    ),
    ("only if|when ?the {c} is|was made|done|paid|settled by|in|with {v}", "only if {1} is {2}"),
    (
        "if|when|whenever|where there is|are ?a|an|any {c} , ?then there has|have|must to_be|be ?a|an {c} , and the_other_way_round|the_other_way_around|vice_versa|conversely",
        "{1} and {2}: both or neither",
    ),
    (
        "if|when|whenever|where there is|are ?a|an|any {c} there has|have|must to_be|be ?a|an {c} , and the_other_way_round|the_other_way_around|vice_versa|conversely",
        "{1} and {2}: both or neither",
    ),
    (
        "{l} ; {y} are_not|is_not|aren't|never {k} , so|thus|hence|therefore ?always ?it ?is {x}",
        "{1}.\nif {2c} is {2v}, {0} must be {4}",
    ),
    (
        "{y} are_not|is_not|aren't|never {k} , so|thus|hence|therefore ?always ?it ?is {x}",
        "if {1c} is {1v}, {0} must be {3}",
    ),
    ("{k} ; {y} , so|thus|hence|therefore|i.e {n}", "{1}.\nif {2c} is {2v}, {0} must be {3}"),
    ("{k} , {y} , so|thus|hence|therefore|i.e {n}", "{1}.\nif {2c} is {2v}, {0} must be {3}"),
    ("{y} , so|thus|hence|therefore|i.e {n}", "if {1c} is {1v}, {0} must be {2}"),
    ("{z} may|can|must only {k} in|at|on|with ?the {w}", "if {1c} is yes, {3c} must be {3v}"),
    (
        "blank|empty if|when|where {r} , otherwise required|mandatory|needed|compulsory , {r}",
        "must be blank if {1}.\nrequired unless {1}.\n{2}",
    ),
    (
        "{n} digit {c} , several|more_than_one {k} , at_most|no_more_than|up_to|max|maximum {n}",
        "{0}: {1} digits, several {3}",
    ),
    ("only if|when|where {r} : {l}", "only if {1}.\n{2}"),
    ("{n} digit {c} , {r}", "{0}: {1} digits, {3}"),
    ("{n} digit {c}", "{0}: {1} digits"),
    (
        concat!(
            "nothing|none|no_one ",
            larger!(),
            " than {n} ?",
            units!(),
            " {k} , and|or nothing|none|no_one ",
            smaller!(),
            " than {n} ?",
            units!(),
            " {k}"
        ),
        "between {3} and {1}",
    ),
    (
        concat!(
            "nothing|none|no_one ",
            smaller!(),
            " than {n} ?",
            units!(),
            " {k} , and|or nothing|none|no_one ",
            larger!(),
            " than {n} ?",
            units!(),
            " {k}"
        ),
        "between {1} and {3}",
    ),
    (
        concat!(
            "nothing|none|no_one ",
            larger!(),
            " than {n} ?",
            units!(),
            " fits|fit|goes|go|passes|pass|is|can|may|will {k}"
        ),
        "at most {1}",
    ),
    (
        concat!(
            "nothing|none|no_one ",
            smaller!(),
            " than {n} ?",
            units!(),
            " fits|fit|goes|go|passes|pass|is|can|may|will {k}"
        ),
        "at least {1}",
    ),
    (
        "{r} explained|described|stated|noted|recorded|given|justified|entered|written|named under {c}",
        "{1} explained in {2}",
    ),
    ("nobody|no_one under|younger_than {n} on {k} ( {d} ) may|can|is {r}", "at least {1} years old on {3}"),
    ("nobody|no_one under|younger_than {n} on {d} ) may|can|is {r}", "at least {1} years old on {2}"),
    ("?is ?are ?the {b} added|counted|taken|put ?up ?together", "{0} = {1}"),
    (
        "?is ?the sum|total of ?the {b} ?columns|numbers|counts|figures|fields|values|amounts ?directly ?right ?just before|above|beside|left|to_the_left ?it|this",
        "{0} = {1}",
    ),
    (
        "?the {b} columns|numbers|counts|figures|fields|values|amounts before|above|beside|left|to_the_left ?it ?this added|counted ?up ?together",
        "{0} = {1}",
    ),
    ("= {c} + {c}", "{0} = {1} + {2}"),
    ("= {c} + {c} + {c}", "{0} = {1} + {2} + {3}"),
    ("required|mandatory|compulsory|needed|obligatory|must if|when|where|once {r} ; {l}", "required if {1}.\n{2}"),
    ("required|mandatory|compulsory|needed|obligatory|must if|when|where|once {r} ( {l} )", "required if {1}.\n{2}"),
    ("only if|when|where {r} ; {l}", "only if {1}.\n{2}"),
    ("only if|when|where {r} ( {l} )", "only if {1}.\n{2}"),
    (
        "{k} , several|more_than_one {k} , at_most|no_more_than|up_to|max|maximum {n} ?in_all ?of_them ?in_total",
        "{1}, several {2}",
    ),
    ("{k} , at_most|no_more_than|up_to|max|maximum {n} , separated|divided|joined {r}", "{1}, separated {3}"),
    ("at_most|no_more_than|up_to|max|maximum {n} {k} , separated|divided|joined {r}", "{2}, separated {3}"),
    (
        "required|mandatory|compulsory|needed|obligatory|must unless ?a|an|the ?his|her|their {c} number|address|code ?is|are|has|have ?been given|known|available|present|entered",
        "required unless {1} is given",
    ),
    ("required|mandatory|compulsory|needed|obligatory|must unless {w}", "required if {1c} is not {1v}"),
    ("{r} , never|not_ever ?to_be ?left blank|empty", "{1}.\nmust never be blank"),
    ("{r} ; never|not_ever ?to_be ?left blank|empty", "{1}.\nmust never be blank"),
    ("must|has_to ?be ?given unless {r}", "required unless {1}"),
    ("must|has_to ?be ?given for {r}", "required for {1}"),
    ("must|has_to ?be ?given except for {r}", "required except for {1}"),
    (concat!("{y} at_most|no_more_than|up_to|maximum {n} ", units!()), "if {1c} is {1v}, {0} must be at most {2}"),
    (concat!("{y} at_least|no_less_than|minimum {n} ", units!()), "if {1c} is {1v}, {0} must be at least {2}"),
    (
        concat!("{k} ; {y} at_most|no_more_than|up_to|maximum {n} ?", units!()),
        "{1}.\nif {2c} is {2v}, {0} must be at most {3}",
    ),
    (
        concat!("{k} ; {y} at_least|no_less_than|minimum {n} ?", units!()),
        "{1}.\nif {2c} is {2v}, {0} must be at least {3}",
    ),
    ("{r} , {c} included|counted|counted_in ; {r}", "{1}; {3}"),
    ("{r} , {c} included|counted|counted_in , {r}", "{1}, {3}"),
    ("{r} , including {c} , {r}", "{1}, {3}"),
    ("{r} including {c} , {r}", "{1}, {3}"),
    (
        concat!(
            "{u} ",
            larger!(),
            " than {n} ?",
            units!(),
            " is|are|can|will not|never ?be admitted|accepted|allowed|permitted|taken|possible"
        ),
        "at most {2}",
    ),
    (
        concat!(
            "{u} ",
            smaller!(),
            " than {n} ?",
            units!(),
            " is|are|can|will not|never ?be admitted|accepted|allowed|permitted|taken|possible"
        ),
        "at least {2}",
    ),
    (
        "if|when|where|once it|this|that is {v} , ?please name|state|give|note ?us ?the|a|its|their {c}",
        "if {1}, give the {2}",
    ),
    (
        "if|when|where|once it|this|that is {v} , ?please name|state|give|note ?us ?the|a|its|their {c} who|that|which {r}",
        "if {1}, give the {2}",
    ),
    ("{k} must|has_to|have_to|should|needs_to ?still ?be valid|current on|at {d}", "not before {2}"),
    ("{k} ; {k} must|has_to|have_to|should|needs_to ?still ?be valid|current on|at {d}", "{1}.\nnot before {3}"),
    (
        "{c} may|can have|be|hold|contain {n} characters|letters|digits|signs ?long ?and {r}",
        "{1} is at most {2} characters.\n{1} {3}",
    ),
    ("{c} may|can have|be|hold|contain {n} characters|letters|signs ?long", "{1} is at most {2} characters"),
    ("may|can have|be|hold|contain {n} characters|letters|signs ?long", "at most {1} characters"),
    (
        "{w} must|have_to|has_to|need_to state|give|name|fill_in|enter|declare|show|quote ?the|their|its|a|an {c} ; ?all ?the others|everybody_else|everyone_else leave|have|give|carry|need|enter ?it|this none|blank|empty",
        "if {1c} is {1v}, {2} is required.\n{2}: only if {1c} is {1v}",
    ),
    (
        "{w} must|have_to|has_to|need_to state|give|name|fill_in|enter|declare|show|quote ?the|their|its|a|an {c} , ?all ?the others|everybody_else|everyone_else leave|have|give|carry|need|enter ?it|this none|blank|empty",
        "if {1c} is {1v}, {2} is required.\n{2}: only if {1c} is {1v}",
    ),
    (
        "{y} have|has|carry|carries|need|needs|give|gives|get|gets|show none|no_such_number",
        "must be blank if {1c} is {1v}",
    ),
    (
        "{y} have|has|carry|carries|need|needs|give|gives|get|gets|show none , ?and ?so ?please leave it|this|this_cell blank|empty ?for_them|then ?here",
        "must be blank if {1c} is {1v}",
    ),
    ("{y} do_not|does_not|don't|doesn't have|need|carry|get one|any|this|it", "must be blank if {1c} is {1v}"),
    (
        "{y} do_not|does_not|don't|doesn't have|need|carry|get one|any|this|it , ?and ?so ?please leave it|this|this_cell blank|empty ?for_them|then ?here",
        "must be blank if {1c} is {1v}",
    ),
    ("{k} , so ?please leave it|this|this_cell blank|empty if|when|where {r}", "leave blank if {2}"),
    ("nobody|no_one under|younger_than {n} on {d} may|can|is {r}", "at least {1} years old on {2}"),
    (
        "anyone|anybody|everyone|everybody|those|whoever|all|riders|children|swimmers|members born after {n} races|race|starts|start|is|are|goes|go|belongs|belong|runs|rides|competes|compete in|to ?the {c} {v}",
        "if {0} is above {1}, {2} must be {3}",
    ),
    ("{k} , including {c} , {r}", "{1}, {3}"),
    ("required|mandatory|compulsory|obligatory , {v} followed_by {r}", "required.\n{1} followed by {2}"),
    ("{y} at_least|no_less_than|minimum {n}", "if {1c} is {1v}, {0} must be at least {2}"),
    ("{y} at_most|no_more_than|up_to|maximum {n}", "if {1c} is {1v}, {0} must be at most {2}"),
    ("{k} , {n} or {n} ; at_least {n} for|with|in {w}", "{1}, {2} or {3}.\nif {5c} is {5v}, {0} must be at least {4}"),
    (
        "{n} , {n} , {n} or {n} ; at_least {n} for|with|in {w}",
        "{1}, {2}, {3} or {4}.\nif {6c} is {6v}, {0} must be at least {5}",
    ),
    ("{n} , {n} or {n} ; at_least {n} for|with|in {w}", "{1}, {2} or {3}.\nif {5c} is {5v}, {0} must be at least {4}"),
    ("{v} or {v} , {v} for|with|on|at|in {w}", "{1} or {2}.\nif {4c} is {4v}, {0} must be {3}"),
    ("{v} or {v} ; {w} always {v}", "{1} or {2}.\nif {3c} is {3v}, {0} must be {4}"),
    ("{y} always {x}", "if {1c} is {1v}, {0} must be {2}"),
    ("if|when|where {r} , it|this must_be|has_to_be|is_always {v}", "if {1}, {0} must be {2}"),
    (
        "cannot|must_not|may_not|can_not|not ?be ?combined|used|given|entered ?together with {z}",
        "must be blank if {1c} is yes",
    ),
    (
        "cannot|must_not|may_not|can_not|not be combined|used|given|entered ?together with {c}",
        "must be blank if {1} is given",
    ),
    ("not together with {c}", "must be blank if {1} is given"),
    (
        "required|mandatory for|with {w} ; ?please leave|leaves|keep ?it blank|empty for|with {w}",
        "required for {1}.\nmust be blank if {2c} is {2v}",
    ),
    ("{l} , only for|with {c} {v}", "{1}.\nonly if {2} is {3}"),
    (
        "required|needed|mandatory|compulsory|obligatory|given|filled when|if|where {c} is {v} ; ?and must_be|stays|is|left ?left blank|empty when|if|where it|that|this is {v}",
        "required if {1} is {2}.\nmust be blank if {1} is {3}",
    ),
    (
        "required|needed|mandatory|compulsory|obligatory|given|filled when|if|where {c} is {v} , ?and must_be|stays|is|left ?left blank|empty when|if|where it|that|this is {v}",
        "required if {1} is {2}.\nmust be blank if {1} is {3}",
    ),
    (
        "required|needed|mandatory|compulsory|obligatory|given|filled when|if|where {c} is {v} and ?must ?be ?left blank|empty when|if|where it|that|this is {v}",
        "required if {1} is {2}.\nmust be blank if {1} is {3}",
    ),
    (
        "must_be|has_to_be|is_always|always ?always {x} for|with|on|at|in ?all ?the {z}",
        "if {2c} is yes, {0} must be {1}",
    ),
    (
        "{k} , must_be|has_to_be|is_always|always ?always {x} for|with|on|at|in ?all ?the {z}",
        "{1}.\nif {3c} is yes, {0} must be {2}",
    ),
    (
        "?and nothing|none|no_one {k} smaller|shorter|lower|lighter|less|younger|thinner|narrower than {n} or|nor larger|taller|higher|heavier|more|older|longer|bigger|wider than {n}",
        "between {2} and {3}",
    ),
    (
        "nothing|none|no_one is|may_be|can_be|must_be smaller|shorter|lower|lighter|less|younger|thinner|narrower than {n} or|nor larger|taller|higher|heavier|more|older|longer|bigger|wider than {n}",
        "between {1} and {2}",
    ),
    (
        "{k} ; nothing|none|no_one {k} smaller|shorter|lower|lighter|less|younger|thinner|narrower than {n} or|nor larger|taller|higher|heavier|more|older|longer|bigger|wider than {n}",
        "{1}.\nbetween {3} and {4}",
    ),
    (
        "{k} , {k} ; nothing|none|no_one {k} smaller|shorter|lower|lighter|less|younger|thinner|narrower than {n} or|nor larger|taller|higher|heavier|more|older|longer|bigger|wider than {n}",
        "{1}, {2}.\nbetween {4} and {5}",
    ),
    (
        "{w} do_not|don't|does_not|need_not|never pay ?anything ?a_fee : ?and ?so ?please leave|leaves|keep ?the|a {c} blank|empty ?for_them|for_these|then",
        "if {1c} is {1v}, {2} must be blank",
    ),
    (
        "{w} pay|pays nothing|no_fee : ?and ?so ?please leave|leaves|keep ?the|a {c} blank|empty ?for_them|for_these|then",
        "if {1c} is {1v}, {2} must be blank",
    ),
    (
        "{w} is|are free ?of_charge : ?and ?so ?the|a {c} stays|remains|is|must_be|must_stay ?left blank|empty",
        "if {1c} is {1v}, {2} must be blank",
    ),
    (
        "{w} do_not|don't|does_not|need_not|never pay ?anything ?a_fee ; ?and ?so ?please leave|leaves|keep ?the|a {c} blank|empty ?for_them|for_these|then",
        "if {1c} is {1v}, {2} must be blank",
    ),
    (
        "{w} pay|pays nothing|no_fee ; ?and ?so ?please leave|leaves|keep ?the|a {c} blank|empty ?for_them|for_these|then",
        "if {1c} is {1v}, {2} must be blank",
    ),
    (
        "{w} is|are free ?of_charge ; ?and ?so ?the|a {c} stays|remains|is|must_be|must_stay ?left blank|empty",
        "if {1c} is {1v}, {2} must be blank",
    ),
    (
        "{w} do_not|don't|does_not|need_not|never pay ?anything ?a_fee , ?and ?so ?please leave|leaves|keep ?the|a {c} blank|empty ?for_them|for_these|then",
        "if {1c} is {1v}, {2} must be blank",
    ),
    (
        "{w} pay|pays nothing|no_fee , ?and ?so ?please leave|leaves|keep ?the|a {c} blank|empty ?for_them|for_these|then",
        "if {1c} is {1v}, {2} must be blank",
    ),
    (
        "{w} is|are free ?of_charge , ?and ?so ?the|a {c} stays|remains|is|must_be|must_stay ?left blank|empty",
        "if {1c} is {1v}, {2} must be blank",
    ),
    (
        "{c} and {c} are|is ?both marked|scored|rated|graded|given|recorded|noted from {n} ( {k} ) to {n} ( {k} )",
        "{1}: from {3} to {5}.\n{2}: from {3} to {5}",
    ),
    ("{c} is marked|scored|rated|graded from {n} ( {k} ) to {n} ( {k} )", "{1}: from {2} to {4}"),
    ("hh : mm ?, from|not_before|no_earlier_than|at_the_earliest {d}", "hh:mm, not before {1}"),
    ("{k} : hh : mm ?, from|not_before|no_earlier_than|at_the_earliest {d}", "{1}: hh:mm, not before {2}"),
    ("{c} must_be|has_to_be|must_always_be|is_always {v} if|when|where|whenever {r}", "if {3}, {1} must be {2}"),
    (
        "{c} {v} needs|requires|demands|takes ?a|an|the {c} of ?at_least|minimum {n} ?or_more ?mm|cm|m|kg|g|km",
        "if {1} is {2}, {3} must be at least {4}",
    ),
    (
        "{c} {v} only if|when|where ?the|a {c} is|reaches|exceeds ?at_least {n} ?or_more",
        "if {1} is {2}, {3} must be at least {4}",
    ),
    (
        "{c} {v} only with|from ?a|an|the {c} of ?at_least {n} ?or_more ?on|upwards",
        "if {1} is {2}, {3} must be at least {4}",
    ),
    (
        "not_before|no_earlier_than|not_earlier_than {n} , ?and|nor ?but not_after|no_later_than|not_later_than|after {n}",
        "from {1} to {2}",
    ),
    (
        "not_before|no_earlier_than|not_earlier_than {n} and|nor ?but not_after|no_later_than|not_later_than|after {n}",
        "from {1} to {2}",
    ),
    ("if|when|where|as_soon_as|once ?a|an|any|some {h} , {r}", "if {1} is over 0, {2}"),
    ("{k} if|when|where|as_soon_as|once {h}", "{1} if {2} is over 0"),
    (
        "to_be|is|must_be given|stated|named|filled|filled_in|entered if|when|where|as_soon_as|once {h} : {l}",
        "one of {2}.\nrequired if {1} is over 0",
    ),
    (
        "{k} ; not_before|not_earlier_than ?the {c} ; only together|along with it|that|this",
        "{1}.\nmust not be before {2}.\n{0} and {2}: both or neither",
    ),
    (
        "not_before|not_earlier_than ?the {c} ; only together|along with it|that|this",
        "must not be before {1}.\n{0} and {1}: both or neither",
    ),
    (
        "not_before|not_earlier_than ?the {c} , only together|along with it|that|this",
        "must not be before {1}.\n{0} and {1}: both or neither",
    ),
    ("?for {u} use only", "leave {0} empty"),
    (
        "{w} {n} , others|all_others|everybody_else|everyone_else|non-members|the_others {n}",
        "if {1c} is {1v}, {0} must be {2}.\nif {1c} is not {1v}, {0} must be {3}",
    ),
    ("{c} is|are filled|completed|used ?in by ?the {u} ; ?please leave it|this blank|empty", "leave {1} empty"),
    (
        "write|put|enter ?an ?a {v} in {c} for {k} and leave it|this blank|empty for|if ?the ?all others|other|not|otherwise",
        "{2}: {1} or blank",
    ),
    ("?put ?write ?enter ?an|a {v} if|when a|an {u} , ?and otherwise|else ?leave blank|empty|nothing", "{1} or blank"),
    ("{v} for {k} , ?and otherwise|else ?leave blank|empty|nothing", "{1} or blank"),
    (
        "?put ?write ?enter ?an ?a {v} for|if|when ?a|an {u} , ?and ?leave nothing|blank|empty for|if ?the others|not",
        "{1} or blank",
    ),
    ("how many {k} , none|nought|zero|nil to|- {n}", "whole number from 0 to {2}"),
    ("?from none|nought|nil to|- {n}", "from 0 to {1}"),
    (
        "{k} over|above|of_more_than|heavier_than|weighing_more_than {n} grams|gram|g|kg|kilograms|kilos must|have_to|has_to|need|needs|require|requires ?have ?a|an|the {c}",
        "if the weight is over {2}, {3} is required",
    ),
    ("no dates to_come|in_the_future|yet_to_come", "not in the future"),
    ("{k} , no dates to_come|in_the_future|yet_to_come", "{1}.\nnot in the future"),
    (
        "for|with ?a|an|the {z} , ?a|an|the {c} and ?a|an|the {c} are|is|must|have_to|has_to|must_be|have_to_be ?be given|required|needed|filled|filled_in|entered|compulsory|mandatory|obligatory|stated|completed|necessary",
        "if {1c} is yes, {2} is required.\nif {1c} is yes, {3} is required",
    ),
    (
        "for|with ?a|an|the {z} ?a|an|the {c} and ?a|an|the {c} are|is|must|have_to|has_to|must_be|have_to_be ?be given|required|needed|filled|filled_in|entered|compulsory|mandatory|obligatory|stated|completed|necessary",
        "if {1c} is yes, {2} is required.\nif {1c} is yes, {3} is required",
    ),
    (
        "for|with ?a|an|the {z} we need|require ?a|an|the {c} and ?a|an|the {c}",
        "if {1c} is yes, {2} is required.\nif {1c} is yes, {3} is required",
    ),
    (
        "if|when|where {r} , ?please quote|give|enter|state|write|provide|supply|add|fill_in|note ?the|a|an|its|their {c} number|code|reference|no ( {r} )",
        "if {1}, {2} is required.\n{2}: {3}",
    ),
    (
        "if|when|where {r} , ?please quote|give|enter|state|write|provide|supply|add|fill_in|note ?the|a|an|its|their {c} number|code|reference|no",
        "if {1}, {2} is required",
    ),
    (
        "to_be|must_be|has_to_be|should_be given|entered|filled|filled_in|stated|completed|supplied|provided|quoted only if|when|where {r}",
        "required if {1}, otherwise blank",
    ),
    ("only if|when|where|once|after {s}", "only if {1} is yes"),
    ("{c} : only if|when|where|once|after {s}", "{1}: only if {2} is yes"),
    ("if|when|where|once|whenever {s} ?, {r}", "if {1} is yes, {2}"),
    ("{k} if|when|where|once|whenever {s}", "{1} if {2} is yes"),
    ("unless {s} , {r}", "unless {1} is yes, {2}"),
    ("{k} unless {s}", "{1} unless {2} is yes"),
    ("only for {z} {u}", "only if {1c} is yes"),
    ("mm|m : ss", "{0}: two digits, a colon and two digits"),
    (
        "either ?a ?an ?the {c} ?number or ?a ?an ?the {c} ?address must|has_to|have_to|needs_to|should be|is given|filled|filled_in|entered|supplied|provided|stated|there",
        "at least one of {1} and {2} must be given",
    ),
    (
        "either ?a ?an ?the {c} ?number or ?a ?an ?the {c} ?address {u} must|has_to|have_to|needs_to|should be|is given|filled|filled_in|entered|supplied|provided|stated|there",
        "at least one of {1} and {2} must be given",
    ),
    (
        "?we need|require|must_have|ask_for ?a ?an ?the {c} ?number or ?a ?an ?the {c} ?address",
        "at least one of {1} and {2} must be given",
    ),
    (
        "?we need|require|must_have|ask_for ?a ?an ?the {c} ?number or ?a ?an ?the {c} ?address {u}",
        "at least one of {1} and {2} must be given",
    ),
    ("without ?a ?an ?the {c} there must|has_to be ?a ?an ?the {c}", "if {1} is blank, {2} is required"),
    (
        "{c} : at_least|no_earlier_than|not_earlier_than|no_sooner_than {n} {v} after|from|of ?the {c} ; ?but ?and if|when|where {r} , ?at_most at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{1} at least {2} {3} after {4}.\nif {5}, {1} is no more than {6} {7} after {4}",
    ),
    (
        "{c} : at_least|no_earlier_than|not_earlier_than|no_sooner_than {n} {v} after|from|of ?the {c} ; ?but ?and ?for ?with ?the {w} ?, at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{1} at least {2} {3} after {4}.\nif {5c} is {5v}, {1} is no more than {6} {7} after {4}",
    ),
    (
        "{c} : at_least|no_earlier_than|not_earlier_than|no_sooner_than {n} {v} after|from|of ?the {c} , ?but ?and if|when|where {r} , ?at_most at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{1} at least {2} {3} after {4}.\nif {5}, {1} is no more than {6} {7} after {4}",
    ),
    (
        "{c} : at_least|no_earlier_than|not_earlier_than|no_sooner_than {n} {v} after|from|of ?the {c} , ?but ?and ?for ?with ?the {w} ?, at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{1} at least {2} {3} after {4}.\nif {5c} is {5v}, {1} is no more than {6} {7} after {4}",
    ),
    (
        "{c} : at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after|from|of ?the {c} ; ?but ?and if|when|where {r} , ?at_most at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{1} no more than {2} {3} after {4}.\nif {5}, {1} is no more than {6} {7} after {4}",
    ),
    (
        "{c} : at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after|from|of ?the {c} ; ?but ?and ?for ?with ?the {w} ?, at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{1} no more than {2} {3} after {4}.\nif {5c} is {5v}, {1} is no more than {6} {7} after {4}",
    ),
    (
        "{c} : at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after|from|of ?the {c} , ?but ?and if|when|where {r} , ?at_most at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{1} no more than {2} {3} after {4}.\nif {5}, {1} is no more than {6} {7} after {4}",
    ),
    (
        "{c} : at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after|from|of ?the {c} , ?but ?and ?for ?with ?the {w} ?, at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{1} no more than {2} {3} after {4}.\nif {5c} is {5v}, {1} is no more than {6} {7} after {4}",
    ),
    (
        "at_least|no_earlier_than|not_earlier_than|no_sooner_than {n} {v} after|from|of ?the {c} ; ?but ?and if|when|where {r} , ?at_most at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{0} at least {1} {2} after {3}.\nif {4}, {0} is no more than {5} {6} after {3}",
    ),
    (
        "at_least|no_earlier_than|not_earlier_than|no_sooner_than {n} {v} after|from|of ?the {c} ; ?but ?and ?for ?with ?the {w} ?, at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{0} at least {1} {2} after {3}.\nif {4c} is {4v}, {0} is no more than {5} {6} after {3}",
    ),
    (
        "at_least|no_earlier_than|not_earlier_than|no_sooner_than {n} {v} after|from|of ?the {c} , ?but ?and if|when|where {r} , ?at_most at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{0} at least {1} {2} after {3}.\nif {4}, {0} is no more than {5} {6} after {3}",
    ),
    (
        "at_least|no_earlier_than|not_earlier_than|no_sooner_than {n} {v} after|from|of ?the {c} , ?but ?and ?for ?with ?the {w} ?, at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{0} at least {1} {2} after {3}.\nif {4c} is {4v}, {0} is no more than {5} {6} after {3}",
    ),
    (
        "at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after|from|of ?the {c} ; ?but ?and if|when|where {r} , ?at_most at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{0} no more than {1} {2} after {3}.\nif {4}, {0} is no more than {5} {6} after {3}",
    ),
    (
        "at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after|from|of ?the {c} ; ?but ?and ?for ?with ?the {w} ?, at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{0} no more than {1} {2} after {3}.\nif {4c} is {4v}, {0} is no more than {5} {6} after {3}",
    ),
    (
        "at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after|from|of ?the {c} , ?but ?and if|when|where {r} , ?at_most at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{0} no more than {1} {2} after {3}.\nif {4}, {0} is no more than {5} {6} after {3}",
    ),
    (
        "at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after|from|of ?the {c} , ?but ?and ?for ?with ?the {w} ?, at_most|no_more_than|not_more_than|within|up_to|no_later_than {n} {v} after_it|after_that|of_it|of_that|from_it|afterwards|thereafter|later",
        "{0} no more than {1} {2} after {3}.\nif {4c} is {4v}, {0} is no more than {5} {6} after {3}",
    ),
    (
        "if|when|where {r} , ?the {c} ?is ?must ?be ?has_to_be no_later_than|not_later_than|at_most|within|no_more_than|not_more_than|at_the_latest {n} {v} after|of|from ?the {c}",
        "if {1}, {2} is no more than {3} {4} after {5}",
    ),
    (
        "for|with {w} ?, ?the {c} ?is ?must ?be ?has_to_be no_later_than|not_later_than|at_most|within|no_more_than|not_more_than|at_the_latest {n} {v} after|of|from ?the {c}",
        "if {1c} is {1v}, {2} is no more than {3} {4} after {5}",
    ),
    (
        "if|when|where {r} , ?the {c} ?is ?must ?be ?has_to_be no_earlier_than|not_earlier_than|at_least|not_before|no_sooner_than {n} {v} after|of|from ?the {c}",
        "if {1}, {2} is at least {3} {4} after {5}",
    ),
    (
        "for|with {w} ?, ?the {c} ?is ?must ?be ?has_to_be no_earlier_than|not_earlier_than|at_least|not_before|no_sooner_than {n} {v} after|of|from ?the {c}",
        "if {1c} is {1v}, {2} is at least {3} {4} after {5}",
    ),
    (
        "if|when|where {r} , ?must ?is ?be ?has_to_be no_later_than|not_later_than|at_most|within|no_more_than|not_more_than|at_the_latest {n} {v} after|of|from ?the {c}",
        "if {1}, {0} is no more than {2} {3} after {4}",
    ),
    (
        "for|with {w} ?, ?must ?is ?be ?has_to_be no_later_than|not_later_than|at_most|within|no_more_than|not_more_than|at_the_latest {n} {v} after|of|from ?the {c}",
        "if {1c} is {1v}, {0} is no more than {2} {3} after {4}",
    ),
    (
        "if|when|where {r} , ?must ?is ?be ?has_to_be no_earlier_than|not_earlier_than|at_least|not_before|no_sooner_than {n} {v} after|of|from ?the {c}",
        "if {1}, {0} is at least {2} {3} after {4}",
    ),
    (
        "for|with {w} ?, ?must ?is ?be ?has_to_be no_earlier_than|not_earlier_than|at_least|not_before|no_sooner_than {n} {v} after|of|from ?the {c}",
        "if {1c} is {1v}, {0} is at least {2} {3} after {4}",
    ),
    (
        "on|at|if|with|when|for yes , ?please give|enter|state|write|note|fill_in|add ?the|a|an {c} and ?set|enter|put ?the {c} to|at|as|is {n}",
        "if {0} is yes, {1} is required.\nif {0} is yes, {2} must be {3}",
    ),
    (
        "if|when|where {c} is {v} ?, ?the {c} is|must_be|has_to_be|should_be {n} and ?a ?an ?the {c} is|has_to|has_to_be|must|must_be ?be given|required|needed|filled|filled_in|entered|compulsory|mandatory|obligatory|stated|completed",
        "if {1} is {2}, {3} must be {4}.\nif {1} is {2}, {5} is required",
    ),
    (
        "if|when|where {c} is {v} ?, ?a ?an ?the {c} is|has_to|has_to_be|must|must_be ?be given|required|needed|filled|filled_in|entered|compulsory|mandatory|obligatory|stated|completed and ?the {c} is|must_be|has_to_be|should_be {n}",
        "if {1} is {2}, {3} is required.\nif {1} is {2}, {4} must be {5}",
    ),
    ("?the {c} of|for ?a|an|all {z} {k} is|must_be|has_to_be|is_always ?always {n}", "if {2c} is yes, {1} must be {4}"),
    (
        "{w} takes|take|has|have|holds|hold|admits|admit|allows|allow|gets|get ?only ?up_to|at_most|a_maximum_of|no_more_than {n} {c} at_most|at_the_most|maximum|max|only",
        "if {1c} is {1v}, {3} must be at most {2}",
    ),
    (
        "{c} {v} needs|need|requires|require|takes ?a ?an {c} {n} or|and above|more|higher|over|up|upwards",
        "if {1} is {2}, {3} must be at least {4}",
    ),
    (
        "{c} is {n} to|- {n} and ?is filled|given|entered|needed|used for {c} {v} only",
        "{1}: from {2} to {3}.\n{1}: only if {4} is {5}",
    ),
    ("{n} to|- {n} ; {k} ( {c} {v} ) only", "from {1} to {2}.\nonly if {4} is {5}"),
    (
        "{k} {n} {v} after|from {c} , for|with {w} ?, ?but at_most|no_more_than|not_more_than|within|up_to {n} {v} after|of|from it|that",
        "{1} {2} {3} after {4}.\nif {5c} is {5v}, {0} is no more than {6} {7} after {4}",
    ),
    (
        "{k} {n} {v} after|from {c} ; {w} within|at_most|no_more_than {n} {v} after|of|from it|that",
        "{1} {2} {3} after {4}.\nif {5c} is {5v}, {0} is no more than {6} {7} after {4}",
    ),
    (
        "between {n} and {n} days after|from|following ?the {c} ; {w} within|at_most|no_more_than {n} {v} after|of|from it|that|this",
        "at least {1} days after {3}.\nno more than {2} days after {3}.\nif {4c} is {4v}, {0} is no more than {5} {6} after {3}",
    ),
    (
        "{r} {n} {v} after|from {c} ; if|for|when {r} , at_most|no_more_than|not_more_than|within|up_to {n} {v} after|of|from it|that",
        "{1} {2} {3} after {4}.\nif {5}, {0} is no more than {6} {7} after {4}",
    ),
    ("full|whole hour|hours ?only", "whole number"),
    ("in full|whole hours", "whole number"),
    ("full|whole hour|hours , {n} to|- {n}", "whole number from {1} to {2}"),
    ("{n} to|- {n} , ?in full|whole hour|hours", "whole number from {1} to {2}"),
    ("minutes|min : seconds_hundredths|secs_hundredths , {r}", "{0} in the form 00:00.00"),
    ("minutes|min : seconds_hundredths , {r}", "{0} in the form 00:00.00"),
    ("minutes|min : seconds_hundredths", "{0} in the form 00:00.00"),
    ("minutes , seconds and hundredths , {r}", "{0} in the form 00:00.00"),
    ("mm|m : ss_hh|ss_cc|ss_ff|ss_th|ss_tt|ss_hs ( {r}", "{0} in the form 00:00.00"),
    (
        "?to_be ?is given|filled|entered|filled_in|stated|supplied ?together with ?the date|day of {k} , ?and ?left blank|empty otherwise|else",
        "required if {2} is given, otherwise blank",
    ),
    (
        "?a ?an ?the {c} or ?a ?an ?the {c} {u} must|has_to|have_to|needs_to|should be|is there|given|filled|filled_in|entered|supplied|provided|stated",
        "at least one of {1} and {2} must be given",
    ),
    (
        "?a ?an ?the {c} or ?a ?an ?the {c} must|has_to|have_to|needs_to|should be|is there|given|filled|filled_in|entered|supplied|provided|stated",
        "at least one of {1} and {2} must be given",
    ),
    (
        "for|with|at|in {w} ?the {c} stays|is|remains|must_be|must_stay|has_to_be ?left blank|empty ; ?and ?but otherwise|else|elsewhere|in_all_other_cases|for_all_others|for_the_others|for_others ?it ?is ?must ?has ?to ?be given|required|needed|filled|filled_in|entered|compulsory|mandatory|obligatory|stated|completed",
        "if {1c} is {1v}, {2} must be blank.\n{2} is required unless {1c} is {1v}",
    ),
    (
        "leave|keep {c} blank|empty if|when|where {r} ; ?and ?but otherwise|else|elsewhere|in_all_other_cases|for_all_others|for_the_others|for_others enter|give|fill|state|complete|fill_in|provide ?it ?in",
        "{1} must be blank if {2}.\n{1} is required unless {2}",
    ),
    (
        "leave|keep {c} blank|empty for|with|at|in {w} ; ?and ?but otherwise|else|elsewhere|in_all_other_cases|for_all_others|for_the_others|for_others enter|give|fill|state|complete|fill_in|provide ?it ?in",
        "if {2c} is {2v}, {1} must be blank.\n{1} is required unless {2c} is {2v}",
    ),
    (
        "only if|when|where {r} ; ?and ?but then|there ?it ?is ?must ?be ?filled ?given always|required|compulsory|mandatory|obligatory|needed",
        "required if {1}, otherwise blank",
    ),
    (
        "{c} : only if|when|where {r} ; ?and ?but then|there ?it ?is ?must ?be ?filled ?given always|required|compulsory|mandatory|obligatory|needed",
        "{1}: required if {2}, otherwise blank",
    ),
    (
        "for|with|at|in {w} ?the {c} stays|is|remains|must_be|must_stay|has_to_be ?left blank|empty , ?and ?but otherwise|else|elsewhere|in_all_other_cases|for_all_others|for_the_others|for_others ?it ?is ?must ?has ?to ?be given|required|needed|filled|filled_in|entered|compulsory|mandatory|obligatory|stated|completed",
        "if {1c} is {1v}, {2} must be blank.\n{2} is required unless {1c} is {1v}",
    ),
    (
        "leave|keep {c} blank|empty if|when|where {r} , ?and ?but otherwise|else|elsewhere|in_all_other_cases|for_all_others|for_the_others|for_others enter|give|fill|state|complete|fill_in|provide ?it ?in",
        "{1} must be blank if {2}.\n{1} is required unless {2}",
    ),
    (
        "leave|keep {c} blank|empty for|with|at|in {w} , ?and ?but otherwise|else|elsewhere|in_all_other_cases|for_all_others|for_the_others|for_others enter|give|fill|state|complete|fill_in|provide ?it ?in",
        "if {2c} is {2v}, {1} must be blank.\n{1} is required unless {2c} is {2v}",
    ),
    (
        "only if|when|where {r} , ?and ?but then|there ?it ?is ?must ?be ?filled ?given always|required|compulsory|mandatory|obligatory|needed",
        "required if {1}, otherwise blank",
    ),
    (
        "{c} : only if|when|where {r} , ?and ?but then|there ?it ?is ?must ?be ?filled ?given always|required|compulsory|mandatory|obligatory|needed",
        "{1}: required if {2}, otherwise blank",
    ),
    (
        "{c} is|stays|remains|must_be|must_stay ?left blank|empty for|with|at|in {w} ?, and|but ?is ?must ?be ?has ?to given|required|needed|filled|filled_in|entered|compulsory|mandatory|obligatory|stated|completed otherwise|else|elsewhere|in_all_other_cases|for_all_others|for_the_others|for_others",
        "if {2c} is {2v}, {1} must be blank.\n{1} is required unless {2c} is {2v}",
    ),
    (
        "?given ?filled ?required if_and_only_if|exactly_when|exactly_if|if_but_only_if {r}",
        "required if {1}, otherwise blank",
    ),
    (
        "{c} ?is ?given ?filled ?required if_and_only_if|exactly_when|exactly_if {r}",
        "{1} is required if {2}, otherwise blank",
    ),
    ("if|when|where {r} and_only|but_only then|there", "required if {1}, otherwise blank"),
    (
        "{w} ?is ?are ?can ?be ?taught ?offered ?given ?possible ?allowed ?available ?taken only from|as_of {c} {n} ?on|onwards|upwards|up",
        "if {1c} is {1v}, {2} must be at least {3}",
    ),
    (
        "{w} is|are taught|offered|given|possible|allowed|available|open ?only from|as_of {c} {n} ?on|onwards|upwards|up",
        "if {1c} is {1v}, {2} must be at least {3}",
    ),
    (
        "{w} needs|need|requires|require|takes {c} {n} or|and above|more|higher|over|up|upwards",
        "if {2c} is {2v}, {3} must be at least {4}",
    ),
    (
        "{w} starts|start|begins|begin only|not_before|in|with|at|from {c} {n}",
        "if {1c} is {1v}, {2} must be at least {3}",
    ),
    ("?the {c} of|for {z} {u} is|must_be|has_to_be|is_always ?always {n}", "if {2c} is yes, {1} must be {4}"),
    (
        "{w} {u} takes|take|have|has|hold|holds|admit|admits|allow|allows|get ?only ?up_to|at_most|a_maximum_of|no_more_than {n} {c} at_most|at_the_most|maximum|max|only",
        "if {1c} is {1v}, {4} must be at most {3}",
    ),
    (
        "{c} , {c} and {c} ?all together|added_up|added_together|combined|taken_together|in_all|in_total",
        "{0} = {1} + {2} + {3}",
    ),
    ("{c} and {c} ?all together|added_up|added_together|combined|taken_together|in_all|in_total", "{0} = {1} + {2}"),
    (
        "{k} : {c} , {c} and {c} ?all together|added_up|added_together|combined|taken_together|in_all|in_total",
        "{0} = {2} + {3} + {4}",
    ),
    ("{c} + {c} + {c}", "{0} = {1} + {2} + {3}"),
    ("{k} : {c} + {c} + {c}", "{0} = {2} + {3} + {4}"),
    ("{c} multiplied_by|times|x {c}", "{0} = {1} × {2}"),
    ("{c} × {c}", "{0} = {1} × {2}"),
    (
        "must|has_to|should agree_with|match|equal|tally_with|add_up_to ?the_sum_of {c} , {c} and {c} ?together",
        "{0} = {1} + {2} + {3}",
    ),
    ("initials|name|someone|somebody|person|a_person ; not ?the {c}", "must differ from {1}"),
    ("initials|name|someone|somebody|person|a_person , not ?the {c}", "must differ from {1}"),
    (
        "{k} ; differs_from|differing_from|unlike|never_the_same_as|never_the_same_person_as|not_the_same_as|must_differ_from|different_from|different_to|other_than ?the ?in {c}",
        "{1}.\nmust differ from {2}",
    ),
    (
        "{k} , differs_from|differing_from|unlike|never_the_same_as|never_the_same_person_as|not_the_same_as|must_differ_from|different_from|different_to|other_than ?the ?in {c}",
        "{1}.\nmust differ from {2}",
    ),
    (
        "differs_from|differing_from|unlike|never_the_same_as|never_the_same_person_as|somebody_other_than|anyone_other_than|somebody_else_than|someone_else_than|not_the_same_person_as ?the ?as ?in {c}",
        "must differ from {1}",
    ),
    (
        "?the {c} does_not|may_not|must_not|cannot|should_not|never {k} : {c} is|must_be|has_to_be someone_else|somebody_else|another_person|a_different_person",
        "{3} must differ from {1}",
    ),
    ("mm|m : ss_hh|ss_cc|ss_ff|ss_th|ss_tt|ss_hs", "{0} in the form 00:00.00"),
    (
        "{c} is {n} to|- {n} and ?is filled|given|entered|needed|used for {k} ( {c} {v} ) only",
        "{1}: from {2} to {3}.\n{1}: only if {5} is {6}",
    ),
    (
        "{c} : {r} , no {i} twice|more_than_once in|per|within the_same|one|a|any|each {i}",
        "{1}: {2}.\nthe same {3} may not be entered twice for one {4}",
    ),
    (
        "{k} {n} {v} after|from {c} ; if|for|when {r} , at_most|no_more_than|not_more_than|within|up_to {n} {v} after|of|from it|that",
        "{1} {2} {3} after {4}.\nif {5}, {0} at most {6} {7} after {4}",
    ),
    (
        "{c} : {k} {n} {v} after|from {c} ; if|for|when {r} , at_most|no_more_than|not_more_than|within|up_to {n} {v} after|of|from it|that",
        "{1} {2} {3} {4} after {5}.\nif {6}, {1} at most {7} {8} after {5}",
    ),
    (
        "between {n} and {n} days after|from|following ?the {c}",
        "at least {1} days after {3}.\nno more than {2} days after {3}",
    ),
    (
        "between {n} and {n} weeks after|from|following ?the {c}",
        "at least {1} weeks after {3}.\nno more than {2} weeks after {3}",
    ),
    (
        "{c} : between {n} and {n} days after|from|following ?the {c}",
        "{1} at least {2} days after {4}.\n{1} no more than {3} days after {4}",
    ),
    (
        "?to_be ?is ?always given|filled|entered|filled_in|stated|supplied ?together with ?the {c} , ?and otherwise|else ?left blank|empty",
        "required if {1} is given, otherwise blank",
    ),
    (
        "?to_be ?is ?always given|filled|entered|filled_in|stated|supplied ?together with ?the {c} , ?and ?left blank|empty otherwise|else",
        "required if {1} is given, otherwise blank",
    ),
    (
        "{k} , {n} to|- {n} days after|from|following ?the {c}",
        "{1}.\nat least {2} days after {4}.\nno more than {3} days after {4}",
    ),
    (
        "{k} , {n} to|- {n} weeks after|from|following ?the {c}",
        "{1}.\nat least {2} weeks after {4}.\nno more than {3} weeks after {4}",
    ),
    (
        "{k} , {n} to|- {n} months after|from|following ?the {c}",
        "{1}.\nat least {2} months after {4}.\nno more than {3} months after {4}",
    ),
    (
        "{c} and {c} are ?both ?whole counts|whole_numbers_of_pieces",
        "{1}: whole number, at least 0.\n{2}: whole number, at least 0",
    ),
    (
        "{c} in {k} : for|with {w} only , ?and ?but required|compulsory|mandatory|needed|obligatory there|then",
        "if {3c} is {3v}, {1} is required.\n{1} is only for {3}",
    ),
    ("only when|if|where {c} is {v} : {o}", "must be blank unless {1} is {2}.\n{0}: {3}"),
    ("{k} without spaces|blanks , {r}", "{1}, {2}"),
    (
        "for|with {w} only , ?and ?but required|compulsory|mandatory|needed|obligatory there|then",
        "if {1c} is {1v}, {0} is required.\nonly for {1}",
    ),
    (
        "{k} : for|with {w} only , ?and ?but required|compulsory|mandatory|needed|obligatory there|then",
        "if {2c} is {2v}, {0} is required.\nonly for {2}",
    ),
    ("{k} , capitals|capital_letters|block_capitals|uppercase|upper_case", "{1}, in capitals"),
    ("capitals|capital_letters|block_capitals|uppercase|upper_case", "in capitals"),
    ("?at_the_earliest|earliest|no_earlier_than|not_earlier_than ?on ?the day after {c}", "must be after {1}"),
    ("{c} is|must_be at_the_earliest|no_earlier_than ?the day after {c}", "{1} must be after {2}"),
    ("{c} must_not_be|may_not_be|cannot_be earlier_than|before ?the day after {c}", "{1} must be after {2}"),
    ("{c} {k} , {c} ?on ?the same day at_the_earliest", "{1} {2}.\n{3} {2}.\n{3} must not be before {1}"),
    ("{c} only for|with {y} : {o}", "{1}: only for {2}.\n{1}: {3}"),
    ("only for|with {y} : {o}", "only for {1}.\n{2}"),
    (
        "?left|stays|remains|to_be ?left blank|empty for|with|on|in_case_of ?the|all {y} ?only",
        "must be blank if {1c} is {1v}",
    ),
    (
        "for|with|in_case_of ?the|all {y} ?, it|this|the ?cell|field|column ?is stays|remains|must_stay|must_be|left blank|empty",
        "must be blank if {1c} is {1v}",
    ),
    ("?please leave|keep|left it|this out for|with|in_case_of ?the|all {w}", "must be blank if {1c} is {1v}"),
    (
        "{n} to|- {n} days after|from|following ?the {c}",
        "at least {1} days after {3}.\nno more than {2} days after {3}",
    ),
    (
        "{n} to|- {n} weeks after|from|following ?the {c}",
        "at least {1} weeks after {3}.\nno more than {2} weeks after {3}",
    ),
    (
        "{n} to|- {n} months after|from|following ?the {c}",
        "at least {1} months after {3}.\nno more than {2} months after {3}",
    ),
    ("needed|required|compulsory|mandatory|necessary ?only for|with a|an|any {c}", "required if {1} is given"),
    (
        "required|needed|mandatory|compulsory|obligatory from {n} {c} ?on|upwards|onwards|up",
        "if {2} is at least {1}, {0} is required",
    ),
    (
        "{n} digits|figures ; ?the first ?digit|figure|one is|gives|shows|stands_for|tells ?the {k} ( {n} to|- {n} )",
        "{1} digits.\nThe first digit is the {2} {3} to {4}",
    ),
    (
        "{n} digits|figures ; ?the first ?digit|figure|one is|gives|shows|stands_for|tells ?the {k} , {n} to|- {n}",
        "{1} digits.\nThe first digit is the {2} {3} to {4}",
    ),
    (
        "{n} digits|figures , the first ?digit|figure|one ?of_which is|gives|shows|stands_for|tells ?the {k} ( {n} to|- {n} )",
        "{1} digits.\nThe first digit is the {2} {3} to {4}",
    ),
    (
        "{n} digits|figures , the first ?digit|figure|one ?of_which is|gives|shows|stands_for|tells ?the {k} , {n} to|- {n}",
        "{1} digits.\nThe first digit is the {2} {3} to {4}",
    ),
    ("{k} must|have_to|has_to state|give|name|say|enter ?the|a|their {c} : {o}", "{1} must state the {2}.\n{2}: {3}"),
    (
        "?a|an|any|all|every|each {k} that|which|who is|are|was|were|has_been|have_been not {z} needs|need|requires|require|must_have ?a|an|the {c}",
        "if {2c} is no, {3} is required",
    ),
    (
        "?a|an|any|all|every|each {k} that|which|who is|are|was|were|has_been|have_been {z} needs|need|requires|require|must_have ?a|an|the {c}",
        "if {2c} is yes, {3} is required",
    ),
    (
        "?a whole number|integer , ?enter|put|write ?a 0|nought|zero if|where|when|for ?there_is|there_are|there_were none|nothing|any_are_missing",
        "whole number, at least 0",
    ),
    (
        "?a whole number|integer ( ?enter|put|write 0|nought|zero if|where|when|for none|nothing )",
        "whole number, at least 0",
    ),
    (
        "?please leave ?the {c} out|blank|empty only if|when|where {r} ; in_that_case|then ?please write|give|state|put|enter|note|say|explain ?us ?the|a reason|why|so|it in|under ?the {c}",
        "{3} is required if {1} is blank",
    ),
    (
        "if|when|where ?the {c} cannot|can't|can_not be {k} , leave it|this blank|empty|out and ?please write|give|state|put|enter|note|say|explain ?us ?the|a reason|why|so|it in|under ?the {c}",
        "{3} is required if {1} is blank",
    ),
    (
        "?the {c} may|can|must only be left blank|empty|out if|when|where {r} ; the_reason|the_reason_then|then_the_reason ?then goes|must_go|belongs|has_to_go into|in|under ?the {c}",
        "{3} is required if {1} is blank",
    ),
    (
        "without ?a|an|the {c} , ?please write|give|state|put|enter|note|say|explain ?us ?the|a reason|why in|under ?the {c}",
        "{2} is required if {1} is blank",
    ),
    (
        "no {c} is|are charged|due|payable|needed|taken|given for|with|in {w} ; ?please leave|leaves ?it|this blank|empty",
        "{1} must be blank if {2c} is {2v}",
    ),
    (
        "{c} and {c} ?both lie|lies|are|is|must_be|have_to_be|should_be|must_lie|range|ranges|go|run|may_be|can_be ?both between|from {n} and|to {n}",
        "{1} must be between {3} and {4}.\n{2} must be between {3} and {4}",
    ),
    (
        "{c} , {c} and {c} ?all lie|lies|are|is|must_be|have_to_be|should_be|must_lie|range|ranges|go|run|may_be|can_be ?all between|from {n} and|to {n}",
        "{1} must be between {4} and {5}.\n{2} must be between {4} and {5}.\n{3} must be between {4} and {5}",
    ),
    (
        "{c} and {c} are ?both given|measured|stated|entered|recorded|noted in {k} with|to at_most|no_more_than|up_to {n} decimal|decimals|decimal_place|decimal_places",
        "{1} in {3}, at most {4} decimals.\n{2} in {3}, at most {4} decimals",
    ),
    ("?only digits|figures ?only , {n} or {n} of_them|characters|long|in_number", "{1} or {2} digits"),
    ("?only digits|figures ?only , ?from {n} to|- {n} of_them|characters|long|in_number", "{1} to {2} digits"),
    ("?only digits|figures ?only , between {n} and {n} of_them|characters|in_number", "{1} to {2} digits"),
    ("?only digits|figures ?only , ?exactly {n} of_them|characters|in_number", "{1} digits"),
    ("?only digits|figures ?only ( {n} or {n} ?of_them )", "{1} or {2} digits"),
    ("?only digits|figures ?only ( {n} to|- {n} ?of_them )", "{1} to {2} digits"),
    ("?only digits|figures ?only ( ?exactly {n} ?of_them )", "{1} digits"),
    (
        "?only capital|uppercase|upper_case letters ?only , {n} or {n} of_them|characters|long|in_number",
        "{1} or {2} capital letters",
    ),
    (
        "?only capital|uppercase|upper_case letters ?only , ?from {n} to|- {n} of_them|characters|long|in_number",
        "{1} to {2} capital letters",
    ),
    (
        "?only capital|uppercase|upper_case letters ?only , between {n} and {n} of_them|characters|in_number",
        "{1} to {2} capital letters",
    ),
    (
        "?only capital|uppercase|upper_case letters ?only , ?exactly {n} of_them|characters|in_number",
        "{1} capital letters",
    ),
    ("?only capital|uppercase|upper_case letters ?only ( {n} or {n} ?of_them )", "{1} or {2} capital letters"),
    ("?only capital|uppercase|upper_case letters ?only ( {n} to|- {n} ?of_them )", "{1} to {2} capital letters"),
    ("?only capital|uppercase|upper_case letters ?only ( ?exactly {n} ?of_them )", "{1} capital letters"),
    ("?only letters ?only , {n} or {n} of_them|characters|long|in_number", "{1} or {2} letters"),
    ("?only letters ?only , ?from {n} to|- {n} of_them|characters|long|in_number", "{1} to {2} letters"),
    ("?only letters ?only , between {n} and {n} of_them|characters|in_number", "{1} to {2} letters"),
    ("?only letters ?only , ?exactly {n} of_them|characters|in_number", "{1} letters"),
    ("?only letters ?only ( {n} or {n} ?of_them )", "{1} or {2} letters"),
    ("?only letters ?only ( {n} to|- {n} ?of_them )", "{1} to {2} letters"),
    ("?only letters ?only ( ?exactly {n} ?of_them )", "{1} letters"),
    (
        "?please leave|keep|left ?it|this blank|empty|free for|with|in_case_of ?the|all {w}",
        "must be blank if {1c} is {1v}",
    ),
    (
        "{k} : ?please leave|keep|left it|this blank|empty|free for|with|in_case_of ?the|all {w}",
        "must be blank if {2c} is {2v}",
    ),
    (
        "to_be|must_be|has_to_be|should_be|is|are given|entered|filled|filled_in|stated|completed|supplied|provided|named|quoted|required|mandatory|compulsory|needed|obligatory by|for|from {k} who|that|which do_not|does_not|don't|doesn't|are_not|is_not|aren't|isn't {w}",
        "if {2c} is not {2v}, {0} is required",
    ),
    (
        "required|mandatory|compulsory|needed|obligatory by|for|from {k} who|that|which do_not|does_not|don't|doesn't|are_not|is_not|aren't|isn't {w}",
        "if {2c} is not {2v}, {0} is required",
    ),
    (
        "{c} to_be|must_be|has_to_be|should_be|is|are given|entered|filled|filled_in|stated|completed|supplied|provided|named|quoted|required|mandatory|compulsory|needed|obligatory by|for|from {k} who|that|which do_not|does_not|don't|doesn't|are_not|is_not|aren't|isn't {w}",
        "if {3c} is not {3v}, {1} is required",
    ),
    (
        "to_be|must_be|has_to_be|should_be|is|are given|entered|filled|filled_in|stated|completed|supplied|provided|named|quoted|required|mandatory|compulsory|needed|obligatory by|for|from {k} who|that|which {w}",
        "if {2c} is {2v}, {0} is required",
    ),
    (
        "required|mandatory|compulsory|needed|obligatory by|for|from {k} who|that|which {w}",
        "if {2c} is {2v}, {0} is required",
    ),
    (
        "{c} to_be|must_be|has_to_be|should_be|is|are given|entered|filled|filled_in|stated|completed|supplied|provided|named|quoted|required|mandatory|compulsory|needed|obligatory by|for|from {k} who|that|which {w}",
        "if {3c} is {3v}, {1} is required",
    ),
    (
        "to_be|must_be|has_to_be|should_be|is|are given|entered|filled|filled_in|stated|completed|supplied|provided|named|quoted|required|mandatory|compulsory|needed|obligatory by|for|from {k} who|that|which do_not|does_not|don't|doesn't|are_not|is_not|aren't|isn't {k} ( {w} )",
        "if {3c} is not {3v}, {0} is required",
    ),
    (
        "required|mandatory|compulsory|needed|obligatory by|for|from {k} who|that|which do_not|does_not|don't|doesn't|are_not|is_not|aren't|isn't {k} ( {w} )",
        "if {3c} is not {3v}, {0} is required",
    ),
    (
        "{c} : to_be|must_be|has_to_be|should_be|is|are given|entered|filled|filled_in|stated|completed|supplied|provided|named|quoted|required|mandatory|compulsory|needed|obligatory by|for|from {k} who|that|which {k}",
        "{1}: required for {2} who {3}",
    ),
    (
        "if|when|where ?any {c} is|are {c} , ?please tell|say|explain|state|note|write ?us why|the_reason|a_reason in|under|as {c}",
        "if {2} is over 0, {3} is required",
    ),
    (
        "{c} : ?leave|left blank|empty for|with {y} , ?but needed|required|compulsory|mandatory|filled_in|given for|with {y} ; {r}",
        "{1}: must be blank for {2}.\n{1}: required for {3}.\n{1}: {4}",
    ),
    ("{v} only with ?a|an|the {c}", "if {0} is {1}, {2} is required"),
    (
        "to_be|must_be|has_to_be|should_be given|entered|filled|filled_in|stated|completed|supplied|provided|quoted ?only if|when|where|whenever {r}",
        "required if {1}",
    ),
    (
        "to_be|must_be|has_to_be given|entered|filled|filled_in|stated|completed|supplied|provided unless {r}",
        "required unless {1}",
    ),
    (
        "if|when|where {k} , leave {c} blank|empty and ?please say|explain|state|give|write|tell|note ?why|the_reason|a_reason in|under {c}",
        "{3} is required if {2} is blank",
    ),
    (
        "if|when|where {r} , leave {c} blank|empty and ?please give|enter|state|put|fill_in|complete|add {r}",
        "if {1}, leave {2} blank.\nif {1}, give {3}",
    ),
    (
        "later_than|after {c} , ?but|and no_more_than|not_more_than|at_most|at_the_most {n} {v} after|later_than it|that",
        "later than {1}.\nno more than {2} {3} after {1}.",
    ),
    ("{k} cells|columns|fields are for {k} only - ?please leave them empty|blank", "leave {1} columns empty"),
    ("{k} cells|columns|fields are for {k} only ; ?please leave them empty|blank", "leave {1} columns empty"),
    ("?also needs|requires|calls_for ?a|an|the {c}", "if {0} is given, {1} is required"),
    (
        "{k} needed|required|necessary over|above|from {n} : ?please put|enter|give|write|state {k} in|into|under {c}",
        "if {0} is over {2}, {4} is required",
    ),
    (
        "?for|with {c} over|above|of_more_than {n} ?please give|enter|state|add|need|needs ?a|an|the {c}",
        "if {1} is over {2}, {3} is required",
    ),
    (
        "?is required|needed|mandatory|compulsory|to_be_filled as_soon_as|once|when|after|if ?the|a|an {k} has_been|have_been|is|are|was|were {c}",
        "required if {2} is given",
    ),
    (
        "fill|complete|enter|give|state this|it ?field|column|box|cell ?in|out ?only if|when|where|whenever ?the|a|an {c} {r}",
        "{0} is required if {1} {2}",
    ),
    (
        "if|when|where|whenever ?the|a|an {c} {k} ?, ?please give|enter|state|note|write|record|add|put|say {u} here|in_this_column|in_this_field|in_this_cell",
        "{0} is required if {1} {2}",
    ),
    (
        "{y} : required|needed|mandatory|compulsory ; other|others|any_other|all_other {k} : ?leave|left ?it blank|empty",
        "required if {1c} is {1v}, otherwise blank",
    ),
    (
        "{m} if|when|where|whenever ?the|a|an {w} was|is|were|are used|chosen|selected|taken|picked",
        "{1} if {2c} is {2v}",
    ),
    (
        "for {w} ?the|a|an {c} has_to_be|must_be|is_to_be|should_be|needs_to_be stated|given|entered|filled_in|recorded|noted|provided|indicated , {r}",
        "{2} is required if {1c} is {1v}.\nFor {1v}, {2} must be {3}",
    ),
    ("{m} if|when|where|whenever ?the {c} is anything|something but|other_than|except {v}", "{1} if {2} is not {3}"),
    (
        "required|needed|mandatory|compulsory if|when|where|whenever ?the {c} is anything|something but|other_than|except {v}",
        "required if {1} is not {2}",
    ),
    ("{m} if|when|where|whenever ?the {c} is other_than|different_from {v}", "{1} if {2} is not {3}"),
    (
        "required|needed|mandatory|compulsory if|when|where|whenever ?the {c} is other_than|different_from {v}",
        "required if {1} is not {2}",
    ),
    (
        "required|needed|mandatory|compulsory for any|every|all {c} except|but|other_than|apart_from {v}",
        "required if {1} is not {2}",
    ),
    (
        "only {y} can|may|should|could ?have|say|be|take|choose|tick|answer|put|enter {x}",
        "if {0} is {2}, {1c} must be {1v}",
    ),
    (
        "{l} ; only {y} can|may|should|could ?have|say|be|take|choose|tick|answer|put|enter {v}",
        "{1}.\nif {0} is {3}, {2c} must be {2v}",
    ),
    ("{x} only|just for|with {y}", "if {0} is {1}, {2c} must be {2v}"),
    (
        "if|when|where|whenever ?the {c} {k} , ?please give|enter|state|write ?the|a|an {c} : {o}",
        "{3} is required if {1} {2}.\n{3}: {4}",
    ),
    (
        "?a|an|the|no {u} cannot|may_not|must_not|can_not be dated after|later_than ?the {c}",
        "the date must not be after {2}",
    ),
    (
        "?a|an|the|no {u} cannot|may_not|must_not|can_not be dated before|earlier_than ?the {c}",
        "the date must not be before {2}",
    ),
    ("{c} is|are|can_be|may_be|should_be {v} for|with {w} only", "if {1} is {2}, {3c} must be {3v}"),
    ("{c} is|are|can_be|may_be|should_be {v} only for|with {w}", "if {1} is {2}, {3c} must be {3v}"),
    ("{w} name|give|state|enter|write|add|quote ?their|the|its|an|a {c}", "{2} is required if {1c} is {1v}"),
    ("{w} leave|leaves ?the|their|its {c} blank|empty", "{2} must be blank if {1c} is {1v}"),
    (
        "{w} name|give|state|enter|write|add|quote ?their|the|its|an|a {c} ; {w} leave|leaves it|this|that|theirs blank|empty",
        "{2} is required if {1c} is {1v}.\n{2} must be blank if {3c} is {3v}",
    ),
    (
        "for ?a|an|the {w} ?, ?the|a|an {c} is|are charged|due|payable|added : {o}",
        "{2} is required if {1c} is {1v}.\n{2}: {3}",
    ),
    (
        "?must_be|has_to_be|to_be required|needed|mandatory|given|filled|filled_in|entered|stated once|as_soon_as ?it|they ?is|are|has|have ?been {c}",
        "required if {1} is given",
    ),
    ("{c} {n} needs|requires|asks_for|calls_for ?a|an|the {c}", "if {1} is {2}, {3} is required"),
    (
        "{c} : required|needed|mandatory|compulsory as_soon_as|once|when|after|if ?the|a|an {k} has_been|have_been|is|are|was|were {c}",
        "{1} is required if {3} is given",
    ),
    (
        "{c} is|are required|needed|mandatory|compulsory as_soon_as|once|when|after|if ?the|a|an {k} has_been|have_been|is|are|was|were {c}",
        "{1} is required if {3} is given",
    ),
    ("{c} : {l} , required|needed|mandatory|compulsory {r}", "{1}: {2}.\n{1} is required {3}"),
    ("as|as_for|like {c}", "same values as {1}"),
    ("{c} : as|as_for|like {c}", "{1}: same values as {2}"),
    (
        "{n} to|- {n} ; at_least|no_fewer_than|not_less_than {n} if|when|where ?the {c} is|are {r}",
        "from {1} to {2}.\nif {4} is {5}, {0} must be at least {3}",
    ),
    (
        "a|an|the_same|each|the {i} cannot|can_not|must_not|may_not|can_never|must_never|may_never|should_not be|appear|stand|occur|come|go|feature on|in|within|at|for the_same|one|a|any {i} twice|more_than_once|again",
        "{1} and {2} together must be unique",
    ),
    (
        "a|an|the_same|each|the {i} cannot|can_not|must_not|may_not|can_never|must_never|may_never|should_not appear|occur|stand|be|come|feature twice|more_than_once|again on|in|within|at|for the_same|one|a|any {i}",
        "{1} and {2} together must be unique",
    ),
    (
        "a|an|the_same|each|the|any {i} cannot|can_not|must_not|may_not|can_never|must_never|may_never|should_not be {u} twice|more_than_once|again on|in|within|at|for the_same|one|a|any|the {i}",
        "{1} and {3} together must be unique",
    ),
    (
        "no {i} may|can|must|should be {u} twice|more_than_once|again on|in|within|at|for the_same|one|a|any|the {i}",
        "{1} and {3} together must be unique",
    ),
    (
        "a|an|the_same|each|every|the|any {i} can|may|must|should ?only be {u} ?only once ?only per|a|each|every|on|in|within|at|for ?the_same|one|a|an|any|each|every {i}",
        "{1} and {3} together must be unique",
    ),
    (
        "a|an|each|every|the|any {i} can|may|must|should ?only have|do|take|get|make|book|hold|fill ?only ?at_most ?no_more_than one|a_single|1 {k} per|a|each|every|on_any_one|on_the_same|on_one|in_one|for_each|for_every {i}",
        "{1} and {3} together must be unique",
    ),
    (
        "a|an|each|every|the_same|the {i} ?is|are ?can|may|must|should ?only ?be {u} ?only once ?only per|for_each|for_every|in_each|on_each {i} and ?per ?for_each {i}",
        "{1}, {3} and {4} together must be unique",
    ),
    ("?only one|1 {k} per|for_each|for_every {i} and ?per ?for_each {i}", "{2} and {3} together must be unique"),
    (
        "each|every|a|one {i} ?is ?can ?may ?appears ?stands ?be ?appear only once per|for_each|in_each|on_each|within_each|for_every|in_every|on_every|within_a|in_a|on_a {i}",
        "{1} and {2} together must be unique",
    ),
    (
        "{w} only from|above|over|with|for ?a|an|the {c} of ?at_least {n} ?or_more|and_more|upwards|on|onwards",
        "if {1c} is {1v}, {2} must be at least {3}",
    ),
    (
        "{w} is|are ?only possible|available|allowed|permitted|given|granted|offered only ?for|with ?{k} from|with|above|at|of ?a|an|the {c} of {n} ?or_more|and_more|upwards",
        "if {1c} is {1v}, {3} must be at least {4}",
    ),
    (
        "{w} is|are only possible|available|allowed|permitted|given|granted|offered from|with|above|at|of ?a|an|the {c} of {n} ?or_more|and_more|upwards",
        "if {1c} is {1v}, {2} must be at least {3}",
    ),
    (
        "{w} is|are only possible|available|allowed|permitted|given|granted|offered for|with {k} with|of|worth|from ?a|an|the {c} of {n} ?or_more|and_more|upwards",
        "if {1c} is {1v}, {3} must be at least {4}",
    ),
    (
        "{w} ?is ?are ?possible ?allowed only if|when|where ?the {c} is at_least|over|above|more_than|from {n}",
        "if {1c} is {1v}, {2} must be at least {3}",
    ),
    (
        "not|never needed|required|necessary|wanted|asked_for|compulsory|mandatory for|with|at|in|on ?the|a|an {w}",
        "required unless {1c} is {1v}",
    ),
    (
        "?always required|needed|compulsory|mandatory|obligatory ?, except|other_than|apart_from|but_not for|with|at|in|on ?the|a|an {w}",
        "required unless {1c} is {1v}",
    ),
    ("none|nothing for|with|at|in|on ?the|a|an {w}", "must be blank for {1}"),
    ("not for|with|at|in|on ?the|a|an {w}", "must be blank for {1}"),
    ("no {c} for|with|at|in|on ?the|a|an {w}", "{1} must be blank for {2}"),
    ("to|rounded_to the_nearest|nearest {n}", "a multiple of {1}"),
    (
        "at_least|no_fewer_than|not_fewer_than|not_less_than {n} if|when|where ?the {c} is|are {r}",
        "if {2} is {3}, {0} must be at least {1}",
    ),
    ("column|field {v} ( {c} ) : {r}", "{2}: {3}"),
    (
        "?it ?must ?may ?can not|cannot|can't|never be {x} if|when|where|while|whenever|once|as_long_as|as_soon_as {r}",
        "if {2}, {0} must not be {1}",
    ),
    (
        "?it ?must ?may ?can not|cannot|can't|never ?be {x} for|with|in|at|on ?a|an|the|any {w}",
        "if {2c} is {2v}, {0} must not be {1}",
    ),
    (
        "?it ?must ?may ?can not|cannot|can't|never {x} if|when|where|while|whenever|once|as_long_as|as_soon_as {r}",
        "if {2}, {0} must not be {1}",
    ),
    (
        "{x} ?is ?are not|never allowed|possible|permitted|accepted|available|valid if|when|where|while|whenever|once|as_long_as|as_soon_as {r}",
        "if {2}, {0} must not be {1}",
    ),
    (
        "{x} ?is ?are not|never allowed|possible|permitted|accepted|available|valid for|with|in|at|on ?a|an|the|any {w}",
        "if {2c} is {2v}, {0} must not be {1}",
    ),
    (
        "{x} ?is ?are ?possible ?allowed ?permitted ?available ?valid only if|when|where|while ?the {c} is|= {v}",
        "if {0} is {1}, {2} must be {3}",
    ),
    (
        "?it ?must ?may ?can not|cannot|can't|never ?be {x} for {k} with|in|of|having ?a ?an ?the {c} ?of {n}",
        "if {3} is {4}, {0} must not be {1}",
    ),
    (
        "always|must_be|has_to_be|must_always_be {x} if|when|where|while|whenever|once|as_long_as {r}",
        "if {2}, {0} must be {1}",
    ),
    (
        "{k} with|in|of|having ?a ?an ?the {c} ?of {n} must|have_to|should|shall ?always ?all be {w}",
        "if {2} is {3}, {4c} must be {4v}",
    ),
    (
        "?must|has_to|have_to|needs_to|should|may_only ?be ?a ?date not_before|not_earlier_than|no_earlier_than|on_or_after|at_the_earliest_on|not_prior_to {t} ?or ?later",
        "not before {1}",
    ),
    ("?must|has_to|have_to|needs_to|should|may_only ?be ?a ?date after|later_than|following {t}", "after {1}"),
    (
        "?must|has_to|have_to|needs_to|should|may_only ?be ?a ?date not_after|not_later_than|no_later_than|on_or_before|at_the_latest_on|by {t} ?at_the_latest",
        "not after {1}",
    ),
    ("?must|has_to|have_to|needs_to|should|may_only ?be ?a ?date before|earlier_than|prior_to {t}", "before {1}"),
    (
        "within|no_later_than|not_later_than|at_most|no_more_than|not_more_than {n} {v} after|of|from|following {t}",
        "within {1} {2} of {3}",
    ),
    (
        "not_the_same_person_as|someone_other_than|a_different_person_from|a_different_person_than|another_person_than|must_not_equal|must_not_be|cannot_be|can_not_be|may_not_be|other_than|different_from|different_to|must_be_different_from|must_be_someone_other_than|must_not_be_the_same_person_as|not_the_same_as|not_identical_to|not_equal_to ?the {c}",
        "must differ from {1}",
    ),
    (
        "no_one|nobody|nobody_else|one_person|a_person|the_same_person cannot|can|may|must|can_not ?not ?never be ?both {c} and {c}",
        "{1} must differ from {2}",
    ),
    ("only for|with|in|at {y}", "only for {1}"),
    (
        "at_least|no_earlier_than|not_before|no_sooner_than|not_less_than|minimum {n} {v} after|from|following {t}",
        "at least {1} {2} after {3}",
    ),
    (
        "{m} and at_least|no_earlier_than|not_before|no_sooner_than|not_less_than|minimum {n} {v} after|from|following {t}",
        "{1}.\nat least {2} {3} after {4}",
    ),
    (
        "{m} and within|no_later_than|not_later_than|at_most|no_more_than|not_more_than {n} {v} after|of|from|following {t}",
        "{1}.\nwithin {2} {3} of {4}",
    ),
    ("?the amount|price|fee|sum|cost ?in ?pounds|euros|dollars|gbp|eur , {n} or {n}", "{1} or {2}"),
    ("?the amount|price|fee|sum|cost ?in ?pounds|euros|dollars|gbp|eur , {n} or {n} ( {k} )", "{1} or {2}"),
    ("?the amount|price|fee|sum|cost ?in ?pounds|euros|dollars|gbp|eur , {n} , {n} or {n}", "{1}, {2} or {3}"),
    (
        "if|when there_are|there_is ?a ?an ?any {c} , tick|mark|check|put_an_x_in|cross {c} ?with|using|by ?a ?an ?x ?tick",
        "{2}: x.\nif there are {1}, {2} is required",
    ),
    (
        "tick|mark|check|put_an_x_in|cross {c} ?with|using|by ?a ?an ?x ?tick if|when there_are|there_is ?a ?an ?any {c}",
        "{1}: x.\nif there are {2}, {1} is required",
    ),
    (
        "if|when there_are|there_is ?a ?an ?any {c} , tick|mark|check|put_an_x_in|cross {c} ?with|using|by ?a ?an ?x ?tick ; otherwise|else ?leave|left ?it blank|empty",
        "{2}: x.\nif there are {1}, {2} is required.\n{2} must be blank unless there are {1}",
    ),
    (
        "if|when the|a|an {k} has|have|includes {c} , tick|mark|check|put_an_x_in|cross {c} ?with|using|by ?a ?an ?x ?tick",
        "{3}: x.\nif there are {2}, {3} is required",
    ),
    (
        "tick|mark|check|put_an_x_in|cross {c} ?with|using|by ?a ?an ?x ?tick if|when the|a|an {k} has|have|includes {c}",
        "{1}: x.\nif there are {3}, {1} is required",
    ),
    (
        "if|when the|a|an {k} has|have|includes {c} , tick|mark|check|put_an_x_in|cross {c} ?with|using|by ?a ?an ?x ?tick ; otherwise|else ?leave|left ?it blank|empty",
        "{3}: x.\nif there are {2}, {3} is required.\n{3} must be blank unless there are {2}",
    ),
    (
        "if|when {c} is {v} , tick|mark|check|put_an_x_in|cross {c} ?with|using|by ?a ?an ?x ?tick",
        "{3}: x.\nif {1} is {2}, {3} is required",
    ),
    (
        "tick|mark|check|put_an_x_in|cross {c} ?with|using|by ?a ?an ?x ?tick if|when {c} is {v}",
        "{1}: x.\nif {2} is {3}, {1} is required",
    ),
    (
        "if|when {c} is {v} , tick|mark|check|put_an_x_in|cross {c} ?with|using|by ?a ?an ?x ?tick ; otherwise|else ?leave|left ?it blank|empty",
        "{3}: x.\nif {1} is {2}, {3} is required.\n{3} must be blank unless {1} is {2}",
    ),
    (
        "?x|tick|cross if|when there_are|there_is ?a ?an ?any {c} , otherwise|else ?leave ?left blank|empty",
        "required if there are {1}, otherwise blank",
    ),
    (
        "?x|tick|cross if|when the|a|an {k} has|have|includes {c} , otherwise|else ?leave ?left blank|empty",
        "required if there are {2}, otherwise blank",
    ),
    ("{c} counts {k} and {r}", "{1}: whole number.\n{1} {3}"),
    ("{c} counts {k}", "{1}: whole number"),
    ("if|when|where the|a|an {k} has|have|includes|contains {c} , {r}", "if there are {2}, {3}"),
    ("{m} if|when|where the|a|an {k} has|have|includes|contains {c}", "{1} if there are {3}"),
    (
        "{k} if|when|where no {c} ?number|address|details ?is|was|has_been|are ?given|supplied|entered|available|known|provided|stated",
        "{1} if {2} is blank",
    ),
    ("{k} if|when|where there_is|there's|you_have no {c} ?number|address|details", "{1} if {2} is blank"),
    (
        "{m} and must_be|has_to_be|should_be|must|is|to_be ?be left_out|left_blank|left_empty|omitted|blank|empty|not_allowed|not_permitted|not_wanted|not_accepted|nothing otherwise|for_others|for_all_others|in_all_other_cases|in_other_cases|for_the_others|for_the_rest|for_any_other|for_all_other_rows",
        "{1}, otherwise blank",
    ),
    (
        "?has_to_be|must_be|to_be|is|are given|filled|filled_in|stated|supplied|required|needed|obligatory|mandatory|compulsory for {k} , otherwise|else ?to ?be left_out|left_blank|left_empty|omitted|blank|empty|not_allowed|not_permitted|not_wanted|not_accepted|nothing",
        "required for {1}, otherwise blank",
    ),
    (
        "?has_to_be|must_be|to_be|is|are given|filled|filled_in|stated|supplied|required|needed|obligatory|mandatory|compulsory for {k} and|but ?must ?be ?is left_out|left_blank|left_empty|omitted|blank|empty|not_allowed|not_permitted|not_wanted|not_accepted|nothing otherwise|for_others|for_all_others|in_all_other_cases|in_other_cases|for_the_others|for_the_rest|for_any_other|for_all_other_rows",
        "required for {1}, otherwise blank",
    ),
    ("not|never required|needed|necessary|mandatory|compulsory|obligatory if|when|where {r}", "required unless {1}"),
    (
        "?the name|number|kind|type|details|description|reason|code|date|amount|title|address|particulars of|for ?the|your|a|an {k} if|when {y}",
        "required if {2c} is {2v}",
    ),
    ("which|what ?one ?ones ?kind ?type ?with , if|when {y}", "required if {1c} is {1v}"),
    ("which|what ?one ?ones ?kind ?type ?with if|when {y}", "required if {1c} is {1v}"),
    ("0|zero|nothing|nil|free ?is ?allowed ?possible ?permitted only for|with {y}", "at least 0 for {1}"),
    ("if|when {y} : {k}", "required if {1c} is {1v}"),
    ("{y} may|can|are_allowed_to pay|give|have|be|enter zero|nothing|0|nil", "at least 0 for {1}"),
    (
        "at_least|minimum|from {n} , except|but for|with {y} , where|when it|they may be {n}",
        "at least {1}.\nat least {3} for {2}",
    ),
    (
        "{k} older_than|dated_before {d} are|is|will_be refused|rejected|not_accepted|returned|ignored|not_allowed",
        "not before {2}",
    ),
    ("nothing|none older_than {d}", "not before {1}"),
    (
        "for|with {y} only , ?and ?but ?where|when ?it_is|they_are required|mandatory|compulsory|needed|obligatory ?for|with|there|then|here ?them|these|those|it",
        "required for {1}, otherwise blank",
    ),
    (
        "for {y} only ; ?and ?but ?it_is required|mandatory|compulsory|needed|obligatory ?for|with|there|then|here ?them|these|those|it",
        "required for {1}, otherwise blank",
    ),
    (
        "{y} only ; ?and ?but ?it_is required|mandatory|compulsory|needed|obligatory ?for|with|there|then|here ?them|these|those|it",
        "required for {1}, otherwise blank",
    ),
    (
        "required|mandatory|compulsory|needed|obligatory for|with {y} , ?and ?but ?left|leave|stays blank|empty ?for|with|in all_others|all_the_others|others|the_others|the_rest|all_the_rest|everyone_else|everybody_else|everything_else|anyone_else|anything_else|any_other",
        "required for {1}, otherwise blank",
    ),
    (
        "{c} : required|mandatory|compulsory|needed|obligatory for|with {y} , ?and ?but ?left|leave|stays blank|empty ?for|with|in all_others|all_the_others|others|the_others|the_rest|all_the_rest|everyone_else|everybody_else|everything_else|anyone_else|anything_else|any_other",
        "{1}: required for {2}, otherwise blank",
    ),
    (
        "{u} with|of|having ?a|an|the {c} of {n} or_more|and_more|or_over|or_above|and_above|upwards|and_over {r}",
        "{1} with {2} of at least {3} {4}",
    ),
    (
        "{u} with|of|having ?a|an|the {c} of £ {n} or_more|and_more|or_over|or_above|and_above|upwards|and_over {r}",
        "{1} with {2} of at least {3} {4}",
    ),
    (
        "{u} worth|valued_at|priced_at|costing £ {n} or_more|and_more|or_over|or_above|and_above|upwards|and_over {r}",
        "{1} worth at least {2} {3}",
    ),
    ("{c} of £ {n} or_more|and_more|or_over|or_above|and_above|upwards|and_over : {r}", "if {1} is at least {2}, {3}"),
    (
        "{u} worth|valued_at|priced_at|costing {n} or_more|and_more|or_over|or_above|and_above|upwards|and_over {r}",
        "{1} worth at least {2} {3}",
    ),
    ("{c} of {n} or_more|and_more|or_over|or_above|and_above|upwards|and_over : {r}", "if {1} is at least {2}, {3}"),
    ("{k} unless ?a|an|the {u} is|are ?still|already|just {y}", "{1} unless {3c} is {3v}"),
    (
        "if|when|where|once|as_soon_as {r} , give|enter|state|write|fill_in|provide|add|quote|note|record the_name|the_names of ?the|a|an {c}",
        "if {1}, {2} is required",
    ),
    (
        "{r} must|should|need_to|needs_to|have_to|has_to have|give|state|show|carry the_name|the_names|a_name of ?the|a|an|their|its {c}",
        "{1} must have {2}",
    ),
    ("once|when|as_soon_as|after|if ?a|an|the {u} has_been|have_been|was|were {y} ?, {r}", "if {2c} is {2v}, {3}"),
    (
        "{c} must|has_to|have_to|needs_to|should be at_least|no_less_than|not_less_than a|one week after {c}",
        "{1} must be at least 7 days after {2}",
    ),
    ("{c} : starting|beginning|starts|begins|start|begin with a|the plus|plus_sign", "{1}: starts with +"),
    ("{c} : starting|beginning|starts|begins|start|begin with a|the plus|plus_sign and {r}", "{1}: starts with +"),
    (
        "{c} starts|begins|start|begin|must_start|must_begin|has_to_start|has_to_begin with a|the plus|plus_sign",
        "{1}: starts with +",
    ),
    (
        "{c} starts|begins|start|begin|must_start|must_begin|has_to_start|has_to_begin with a|the plus|plus_sign and {r}",
        "{1}: starts with +",
    ),
    (
        "{c} ?numbers|number ?are|is|must|should ?always|be ?given|entered|written with|in {k} , starting|beginning with a|the plus|plus_sign",
        "{1}: starts with +",
    ),
    ("with {k} , starting|beginning with a|the plus|plus_sign", "starts with +"),
    ("starting|beginning|starts|begins|start|begin with a|the plus|plus_sign", "starts with +"),
    ("starting|beginning|starts|begins|start|begin with a|the plus|plus_sign and {r}", "starts with +"),
    ("{c} : {r} , ?and ?but only for|with ?the {c} {o}", "{1}: {2}.\n{1}: only if {3} is {4}"),
    ("{c} : {r} , ?and ?but for|with ?the {c} {o} only", "{1}: {2}.\n{1}: only if {3} is {4}"),
    ("{r} , ?and ?but only for|with ?the {c} {o}", "{1}.\nonly if {2} is {3}"),
    ("only for|with ?the {c} {o}", "only if {1} is {2}"),
    ("for|with ?the {c} {o} only", "only if {1} is {2}"),
    (
        "{c} is|are ?given|allowed|granted|possible|filled|filled_in|needed|entered|used|permitted|required only for|with ?the {c} {o}",
        "{1}: only if {2} is {3}",
    ),
    ("for {y} only ; {r}", "only for {1}.\n{2}"),
    ("for {y} only , {r}", "only for {1}.\n{2}"),
    ("for {y} only", "only for {1}"),
    ("{y} only ; {r}", "only for {1}.\n{2}"),
    (
        "everybody|everyone|each_one|every_one|each|every ?row ?person ?runner ?member ?one has|gets|needs|must_have a_different_one|a_different_number|their_own|its_own|one_of_their_own|their_own_number|a_number_of_their_own",
        "must be unique",
    ),
    (
        "{k} , everybody|everyone|each_one|every_one has|gets|needs a_different_one|a_different_number|their_own|its_own|one_of_their_own|their_own_number",
        "{1}; must be unique",
    ),
    (
        "a|an|the|every|each {k} has|gets|needs|must_have a_different|its_own|their_own number|code|one",
        "must be unique",
    ),
    (
        "a|an|the {c} ?is ?are ?given ?filled ?needed ?entered ?stated only for {y} , and a|an|the {c} too|also|as_well",
        "{1}: only for {2}.\n{3}: only for {2}",
    ),
    (
        "{c} ?is ?must ?be ?has_to_be different|different_from|unlike|other_than ?from ?to {c}",
        "{1} must differ from {2}",
    ),
    (
        "{w} can|may|are|is only ?be ?lent ?let ?hired ?given ?rented ?booked ?sold ?available ?possible ?allowed to|for {k} with|of ?at_least {n} {c} ?or_more ?and_more ?upwards",
        "if {1c} is {1v}, {4} must be at least {3}",
    ),
    (
        "for|with {c} by|in|as|via {v} ?the|a|an {c} is|are|must_be|has_to_be required|needed|given|mandatory|compulsory|necessary , otherwise|else not|blank|empty|left_blank",
        "{3}: required if {1} is {2}, otherwise blank",
    ),
    (
        "for|with {c} by|in|as|via {v} ?the|a|an {c} is|are|must_be|has_to_be required|needed|given|mandatory|compulsory|necessary",
        "if {1} is {2}, {3} is required",
    ),
    (
        "?the|a|an {c} is|are required|needed|mandatory|compulsory|necessary for|with {c} by|in|as|via {v} ?only",
        "{1}: required if {2} is {3}, otherwise blank",
    ),
    ("only for|with {c} by|in|as|via {v}", "only if {1} is {2}"),
    (
        "?the {c} is {n} or {n} ?pounds|euros|dollars ; for|with {w} ?it ?is ?always {n} ?pounds|euros|dollars",
        "{1}: {2} or {3}.\nif {4c} is {4v}, {1} must be {5}",
    ),
    (
        "{n} ?pounds|euros|dollars , for|with {w} {n} ?pounds|euros|dollars",
        "{1} or {3}.\nif {2c} is {2v}, {0} must be {3}",
    ),
    (
        "{r} , ?and ?the {c} no_later_than|not_later_than|at_most|within {n} {v} after|of ?the {c}",
        "{1}.\n{2} no later than {3} {4} after {5}",
    ),
    (
        "{r} , ?and ?the {c} no_earlier_than|at_least|not_before {n} {v} after ?the {c}",
        "{1}.\n{2} at least {3} {4} after {5}",
    ),
    (
        "{k} headings|columns|cells|fields : {k} , ?please leave|left|keep ?it ?them blank|empty",
        "leave {1} columns empty",
    ),
    (
        "{k} headings|columns|cells|fields : ?please leave|left|keep|stay|must_be|to_be_left ?it ?them ?left blank|empty",
        "leave {1} columns empty",
    ),
    (
        "{k} headings|columns|cells|fields : for|filled_by|completed_by|used_by ?the {k} ?only",
        "leave {1} columns empty",
    ),
    ("{l} – {y} only", "{1}.\nonly for {2}"),
    ("needed|required|mandatory|compulsory with|if_there_is|where_there_is|for ?a ?an {y}", "required if {1c} is {1v}"),
    (
        "?always required|needed|compulsory|mandatory|obligatory ?, except|other_than|apart_from|but_not for|with|at|in|on ?the|a|an {w} , {r}",
        "required unless {1c} is {1v}.\n{2}",
    ),
    (
        "?always required|needed|compulsory|mandatory|obligatory ?, except|other_than|apart_from|but_not for|with|at|in|on ?the|a|an {w} ; {r}",
        "required unless {1c} is {1v}.\n{2}",
    ),
    ("at_least one , ?several separated|divided|parted {r}", "required.\nseparated {1}"),
    ("one or more , ?several separated|divided|parted {r}", "required.\nseparated {1}"),
    (
        "?a|an|the {i} is|are needed|required|necessary above|over|for_more_than|from {n}",
        "if {0} is over {2}, {1} is required",
    ),
    ("{k} is|are needed|required|necessary above|over|for_more_than {n}", "if {0} is over {2}, {1} is needed"),
    ("at_least|no_less_than|a_minimum_of {n} hour|hours|minutes|minute|min after|later_than ?the {k}", "after the {2}"),
    (
        "{k} at_the_latest ; at_least|no_less_than|a_minimum_of {n} hour|hours|minutes|minute|min after|later_than ?the {k}",
        "{1} at the latest.\nafter the {3}",
    ),
    ("£ {n} to £ {n}", "between {1} and {2}"),
    ("€ {n} to € {n}", "between {1} and {2}"),
    ("$ {n} to $ {n}", "between {1} and {2}"),
    ("from £ {n} to £ {n}", "between {1} and {2}"),
    ("may|can only contain {r}", "only {1}"),
    ("may|can contain digits|figures|numbers , {r}", "digits, {1} only"),
    ("leave {c} blank|empty : {k}", "leave {1} empty"),
    ("{l} ; {v} if|when|where ?the {c} {r}", "{1}.\nif {3} {4}, {0} must be {2}"),
    (
        "{r} , ?all ?the others|rest|other_cells|other_columns are|is for|reserved_for|used_by|filled_by {k} and must|should be|stay|remain ?left blank|empty",
        "{1}.\nleave white columns empty",
    ),
    // Conditions.
    ("with {c} = {v} , {r}", "if {1} is {2}, {3}"),
    (
        "as_long_as|while|once|after|provided|provided_that|given_that|assuming|as_soon_as|in_case {c} is|equals|says|shows|reads {v} , {r}",
        "if {1} is {2}, {3}",
    ),
    ("{c} = {v} requires|needs|demands|calls_for {r}", "if {1} is {2}, {3} is required"),
    ("{c} set_to {v} requires|needs|demands|calls_for {r}", "if {1} is {2}, {3} is required"),
    ("no {c} , no {c}", "{2} must be blank if there is no {1}"),
    (
        "{c} depends_on {c} : needed|required|mandatory|compulsory|obligatory with|for|if|when {v} , blank|empty|left_blank|left_empty with|for|if|when {v}",
        "{1} is required if {2} is {3}.\n{1} must be blank if {2} is {4}.",
    ),
    (
        "{c} may|can|should|must only be left|be|stay|remain ?blank|empty|out if|when|where {r}",
        "{1} is required unless {2}",
    ),
    ("{c} may|can be left|be|stay blank|empty|out only if|when|where {r}", "{1} is required unless {2}"),
    (
        "a|an|the {c} is|are necessary|required|needed|mandatory|compulsory|obligatory for|with each|every|any {c}",
        "if there is a {2}, {1} is required",
    ),
    ("{c} - only for|with {k} with a|an {c}", "{1} only if there is a {3}"),
    (
        "{k} coming|travelling|arriving|going|staying|paying by|with|on|in ?a|an {c} must|have_to|has_to|should|need_to|needs_to {r}",
        "{1} who have a {2} must {3}",
    ),
    (
        "enter|give|fill_in|state|put|write|complete {c} only after|once|with|for {k} ( {c} = {v} )",
        "{1} only if {3} is {4}",
    ),
    ("leave {c} empty|blank|free unless {c} has|shows|holds|contains|names {k}", "{1} must be blank if {2} is blank"),
    (
        "{k} cannot|can_not|must_not|may_not|can't be {k} , so leave {c} blank|empty|free for them|these|those",
        "for {1}, leave {3} blank",
    ),
    (
        "a|an {k} must_not|may_not|cannot|can_not|can_never|never have|has|carry|show ?a|an ?any {c} ?date|number",
        "no {2} for {1}",
    ),
    (
        "if|when|where|whenever {r} , ?please say|explain|describe|tell|note|write|state {k} under|in {c}",
        "if {1}, {3} is required",
    ),
    (
        "if|when|where|whenever {r} , {c} must|has_to say|tell|explain|state|give|name|show {r}",
        "if {1}, {2} is required",
    ),
    ("for {k} , ?please explain|say|describe|write|state ?why under|in {c}", "for {1}, {2} is required"),
    ("for {k} , ?please explain|say|describe|write|state {k} under|in {c}", "for {1}, {3} is required"),
    ("leave {c} empty|blank|free for any|all|every other {c} than {o}", "{1} must be blank unless {2} is {3}"),
    (
        "leave {c} empty|blank|free for any|all|every {c} other_than|but|except {o}",
        "{1} must be blank unless {2} is {3}",
    ),
    ("{c} : {n} unless|except_if|except_when|except_where {r}", "{1} must be {2} unless {3}"),
    ("{v} only from|with {n} {c} on|onwards|upwards|or_more", "{1} requires at least {2} {3}"),
    (
        "{k} of fewer_than|less_than|under {n} {c} cannot|can't|can_not|must_not|may_not have|be|get|book|take|choose|include {v}",
        "{4} requires at least {2} {3}",
    ),
    ("{c} of|for a|an|any {w} must|should|has_to|have_to {r}", "for a {2}, {1} must {3}"),
    ("{c} of|for a|an|any {w} cannot|can't|can_not|may_not {r}", "for a {2}, {1} must not {3}"),
    (
        "a|an|any|every|each {c} of {n} or_more|and_more|or_above|upwards must_have|needs|requires ?a|an|the {c}",
        "if {1} is at least {2}, {3} is required",
    ),
    ("{m} if|when|where {k} , otherwise|else ?leave|left ?it blank|empty", "required if {2}, otherwise blank"),
    ("{m} , {y} only", "{1}, only for {2}"),
    ("{w} never have|has|need|needs|take|takes|get|gets one|any|it", "must be no for {1}"),
    ("for {w} it|this must|has_to ?always be {v}", "must be {2} for {1}"),
    ("for {w} it|this is always {v}", "must be {2} for {1}"),
    ("always {v} for {w}", "must be {1} for {2}"),
    ("if|when {v} ?also ?please ?also fill_in|complete|give|enter|state|add {r}", "if {1}, give {2}"),
    (
        "if|for|with|when yes , ?please ?also give|state|enter|add|fill_in|complete {c} ?in ?watts|kw|euros|pounds|metres|meters|centimetres|cm|kilograms|kg|grams|hours|minutes|km|kilometres|litres|percent ( {r} )",
        "if yes, {1} is required.\n{1}: {2}",
    ),
    (
        "if|for|with|when yes , ?please ?also give|state|enter|add|fill_in|complete {c} in ?watts|kw|euros|pounds|metres|meters|centimetres|cm|kilograms|kg|grams|hours|minutes|km|kilometres|litres|percent",
        "if yes, {1} is required",
    ),
    ("?leave|left|keep ?it|this blank|empty unless {r}", "must be blank unless {1}"),
    ("?leave|left|keep ?it|this blank|empty ?, except for|with {r}", "only for {1}"),
    ("?leave|left|keep ?it|this blank|empty ?, except if|when|where {r}", "must be blank unless {1}"),
    (
        "needed|required|mandatory|compulsory for|with|if {k} , ?leave blank|empty for|in ?all ?the others|rest|otherwise",
        "required if {1}, otherwise blank",
    ),
    (
        "?must ?be given|required|needed|filled|mandatory when|if|where {r} , not otherwise",
        "required if {1}, otherwise blank",
    ),
    ("fill_in|complete once|when|after {k}", "required if {1}"),
    ("{n} for {w}", "must be {1} for {2}"),
    ("{c} : {r} ; ?for {y} only", "{1}: {2}.\n{1}: only for {3}"),
    ("{c} : {r} , ?for {y} only", "{1}: {2}.\n{1}: only for {3}"),
    ("{c} : {r} , only {y}", "{1}: {2}.\n{1}: only for {3}"),
    ("{n} for {w} , otherwise|else|for_others|for_all_others {n} to {n}", "must be {1} for {2}.\nfrom 0 to {4}"),
    ("{w} cannot|can't|can_not|must_not|may_not have|get|use|take {c}", "no {2} for {1}"),
    (
        "{c} : at_least|minimum|min|from {n} and ?a ?in ?always multiple|multiples|steps of {n}",
        "{1}: at least {2}.\n{1}: a multiple of {3}",
    ),
    (
        "at_least|minimum|min|from {n} and ?a ?in ?always multiple|multiples|steps of {n}",
        "a multiple of {2}; at least {1}",
    ),
    ("on|with|at {w} it|they stays|stay|is|are|remains|remain ?left blank|empty", "must be blank for {1}"),
    // Kinds of rows.
    ("{w} cannot|can't|can_not|must_not|may_not|can_never|may_never be {c}", "{2} must be no for {1}"),
    (
        "{c} {k} : {n} for {w} , ?leave|left ?it ?stays empty|blank|nothing for ?all ?the others|rest",
        "{1} {2}.\n{1} must be {3} for {4}.\n{1} is required if {4}, otherwise blank",
    ),
    (
        "{c} : {n} for {w} , ?leave|left ?it ?stays empty|blank|nothing for ?all ?the others|rest",
        "{1} must be {2} for {3}.\n{1} is required if {3}, otherwise blank",
    ),
    (
        "{c} : {n} for {w} , otherwise|else ?leave|left ?it empty|blank|nothing",
        "{1} must be {2} for {3}.\n{1} is required if {3}, otherwise blank",
    ),
    (
        "{n} for {w} , ?leave|left ?it ?stays empty|blank|nothing for ?all ?the others|rest",
        "must be {1} for {2}.\nrequired if {2}, otherwise blank",
    ),
    (
        "{n} for {w} , otherwise|else ?leave|left ?it empty|blank|nothing",
        "must be {1} for {2}.\nrequired if {2}, otherwise blank",
    ),
    ("?please give|state|enter|add|provide|fill_in the {c} of|for ?each|every|all ?the {w}", "{1} is required for {2}"),
    (
        "?please give|state|enter|add|provide|fill_in the {c} number|code|name of|for ?each|every|all ?the {w}",
        "{1} is required for {2}",
    ),
    (
        "?please give|state|enter|add|provide|fill_in ?a|an|the {c} for anything|anyone|everything|everyone|all ?that|who|which is|are not {v}",
        "{1} is required unless {2}",
    ),
    (
        "with|for {w} there is|must_be no {c} , with|for {w} there must_be|has_to_be|must_always_be ?one",
        "{2} must be blank for {1}.\n{2} is required for {3}",
    ),
    (
        "there is|must_be no {c} with|for {w} , with|for {w} there must_be|has_to_be|must_always_be ?one",
        "{1} must be blank for {2}.\n{1} is required for {3}",
    ),
    ("?a|an|the {c} need|needs|require|requires ?a|an|the {c} too|also|as_well", "if there is a {1}, {2} is required"),
    ("?a|an|the {c} also need|needs|requires|require ?a|an|the {c}", "if there is a {1}, {2} is required"),
    ("must_not|may_not|cannot|can_not|can't|never be|name the same {k} as ?the {c}", "must differ from {2}"),
    (
        "{l} ( ?please give|state|enter|add|fill_in ?a|an|the {c} if|when|where|for {k} )",
        "{1}.\n{2} is required for {3}",
    ),
    (
        "{c} : {l} ( ?please give|state|enter|add|fill_in ?a|an|the {c} if|when|where|for {k} )",
        "{1}: {2}.\n{3} is required for {4}",
    ),
    (
        "{c} : {l} ( {c} required|needed|compulsory|mandatory|obligatory if|when|for {k} )",
        "{1}: {2}.\n{3} is required for {4}",
    ),
    ("{l} ( {c} required|needed|compulsory|mandatory|obligatory if|when|for {k} )", "{1}.\n{2} is required for {3}"),
    ("{n} at_most|maximum|max|or_fewer|or_less , {n} for|with|in {w}", "at most {1}.\nat most {2} for {3}"),
    ("{m} ( {w} : at_most|maximum|max|up_to {n} )", "{1}.\nat most {3} for {2}"),
    ("{c} : {m} ( at_most|maximum|max|up_to {n} for|with {w} )", "{1}: {2}.\n{1}: at most {3} for {4}"),
    (
        "{w} get|may_have|can_have|have|take|may_take ?only at_most|up_to|no_more_than {n} {c} , {w} ?only at_most|up_to|no_more_than {n}",
        "{3}: at most {2} for {1}.\n{3}: at most {5} for {4}",
    ),
    (
        "?the {k} columns|fields|cells|headings are optional|voluntary , ?and|but ?all ?the others|rest|other_columns must|have_to|are|need_to|should|is|has_to {k}",
        "only the {1} columns may be empty",
    ),
    (
        "?the headings|headers|titles ?that_are|which_are|in {k} mark|show|indicate|denote|signal ?the|those columns|fields ?that|which must|have_to ?always be filled|completed|given|filled_in",
        "the {1} headings are required",
    ),
    // Order.
    ("{c} can't|cannot|can_not|must_not|may_not be|have|show a future date", "{1} must not be in the future"),
    ("{k} cannot|can't|can_not|must_not|may_not be|last|run|stay longer_than|more_than {n} {c}", "{3}: at most {2}"),
    ("{k} is|are never {c} before it|they|he|she|these was|were|is|are ?been {c}", "{2} must not be before {3}"),
    ("no {c} before|earlier_than|prior_to {d}", "{1} must not be before {2}"),
    ("no {c} after|later_than {d}", "{1} must not be after {2}"),
    // Lists.
    (
        "for {c} we|they|the_office|the_system accept|accepts|take|takes|allow|allows|use|uses|know|knows ?only {l}",
        "{1}: one of {2}",
    ),
    ("the only {c} we|they|you|that_we know|accept|use|have|take|offer|recognise are {l}", "{1}: one of {2}"),
    ("the only {c} ?that ?are possible|allowed|valid|accepted|permitted|known|available are {l}", "{1}: one of {2}"),
    (
        "any|every|each|a|an {c} other_than|except|apart_from {l} is|are|will_be|counts_as rejected|refused|returned|ignored|invalid|not_accepted|not_allowed|an_error|wrong|sent_back|skipped",
        "{1}: one of {2}",
    ),
    ("{c} must|has_to|should contain|include|have an|a|the|one @", "{1}: e-mail address"),
    ("{c} is|are {n} characters long , {r}", "{1} is exactly {2} characters long.\n{1}: {3}."),
    ("?a link|url|website|web_address|address ?, https : only", "a web address that begins with https://"),
    ("?a link|url|website|web_address|address ?, https only|links_only", "a web address that begins with https://"),
    ("{c} : date_and_time|day_and_time , {d}", "{1}: date and time as {2}"),
    ("{k} code|codes|abbreviation|abbreviations ( {l} )", "{1} code: {2}"),
    ("{c} : {l} ( lower_case|lowercase|small_letters|in_lower_case|in_small_letters )", "{1}: {2}.\n{1}: lower case"),
    ("column|field {v} ( {c} ) and ?column|field {v} ( {c} ) : {r}", "{2} and {4}: {5}"),
    ("columns|fields {v} and {v} ( {c} and {c} ) : {r}", "{3} and {4}: {5}"),
    ("nobody|no_one|none born after|later_than {n}", "not after {1}"),
    ("{n} at_the_latest", "not after {1}"),
    (
        "?with|including ?the|an ?international country|international|dialling code|prefix|format , + {d}",
        "starts with +",
    ),
    (
        "?with|including ?the|an ?international country|international|dialling code|prefix|format ( + {d} )",
        "starts with +",
    ),
    (
        "{c} : ?with|including ?the|an ?international country|international|dialling code|prefix|format , + {d}",
        "{1}: starts with +",
    ),
    (
        "{c} : ?with|including ?the|an ?international country|international|dialling code|prefix|format ( + {d} )",
        "{1}: starts with +",
    ),
    // What has to be there.
    ("each|every {k} has|must_have|needs|gets ?a|an|its|one {c}", "{2} must be given"),
    ("all {k} have|must_have|need|get ?a|an|their {c}", "{2} must be given"),
    (
        "if|when|where {k} came_back|comes_back|comes_in|came_in|arrives|arrived|returns|returned|turned_out|turns_out|was_found|is_found|was_left|was_left_out {z} , {r}",
        "if {2c} is yes, {3}",
    ),
    (
        "{k} needs|need|requires|require|must_have ?a|an {c} ; ?a|an|the {c} must_not|may_not|cannot|should_not be given|entered|filled|filled_in|stated|completed otherwise",
        "{1} need a {2}, otherwise leave {2} empty",
    ),
    (
        "at_most|no_later_than|not_later_than|no_more_than|not_more_than|within|up_to {n} {k} after|from|of {c} , ?but ?only ?at_most ?within {n} {k} for|with|on|in_the_case_of|where_it_is|if_it_is {y}",
        "at most {1} {2} after {3}.\nat most {4} {5} after {3} if {6c} is {6v}",
    ),
    (
        "at_most|no_later_than|not_later_than|no_more_than|not_more_than|within|up_to {n} {k} after|from|of {c} ( for|with|on|in_the_case_of|where_it_is|if_it_is {y} ?, ?only ?at_most ?within {n} {k} )",
        "at most {1} {2} after {3}.\nat most {5} {6} after {3} if {4c} is {4v}",
    ),
    (
        "at_most|no_later_than|not_later_than|no_more_than|not_more_than|within|up_to {n} {k} after|from|of {c} ( {y} : ?only ?at_most ?within {n} {k} )",
        "at most {1} {2} after {3}.\nat most {5} {6} after {3} if {4c} is {4v}",
    ),
    ("{w} always needs|need|costs|cost|takes|take|has|have|gets|get {v}", "{0}: always {2} for {1v}"),
    (
        "{c} : {l} ; ?please give|state|enter|add|provide|write|fill_in ?the {c} if other",
        "{1}: {2}.\nif {1} is other, {3} must be given",
    ),
    ("running|consecutive|sequential number ?starting ?beginning from|at|with {n}", "whole number from {1}, unique"),
    (
        "blank|empty|missing {c} are|is|will_be|get rejected|refused|not_accepted|sent_back|returned|an_error|not_allowed",
        "{1} must not be blank",
    ),
    // Several columns.
    (
        "{c} : {k} , no_repeats|not_repeated|no_repetition|without_repeats|without_repetition within|for|per|by ?one|a|each|the ?same {c}",
        "{1}: {2}.\n{1}: unique per {3}.",
    ),
    (
        "{c} : no_repeats|not_repeated|no_repetition|without_repeats within|for|per|by ?one|a|each|the ?same {c}",
        "{1}: unique per {2}.",
    ),
    (
        "two {k} cannot|can't|can_not|must_not|may_not have|share|use|be_for ?the same {c} and ?the ?same {c}",
        "the combination of {2} and {3} must be unique",
    ),
    ("up_to {n} {c} and up_to {n} {c} {r}", "{2}: at most {1}.\n{4}: at most {3}."),
    ("{c} plus {c} : {n} at_most|maximum|max|or_fewer|or_less", "{1} plus {2} must be at most {3}"),
    ("{c} + {c} : {n} at_most|maximum|max|or_fewer|or_less", "{1} plus {2} must be at most {3}"),
    (
        "{k} holds|hold|takes|take|has_room_for|fits|sleeps|seats ?only at_most|up_to|no_more_than {n} {k} ( {c} + {c} )",
        "{4} plus {5} must be at most {2}",
    ),
    (
        "each|every|all {k} carries|carry|bears|bear|has|have|gets|get|receives|is_given|is_marked_with|are_marked_with|is_labelled_with ?a ?an ?the ?its ?their ?own {i} : {r}",
        "{2} is required.\n{2}: {3}",
    ),
    (
        "each|every|all {k} carries|carry|bears|bear|has|have|gets|get|receives|is_given|is_marked_with|are_marked_with|is_labelled_with ?a ?an ?the ?its ?their ?own {i} ( {r}",
        "{2} is required.\n{2}: {3}",
    ),
    (
        "each|every|all {k} carries|carry|bears|bear|has|have|gets|get|receives|is_given|is_marked_with|are_marked_with|is_labelled_with ?a ?an ?the ?its ?their ?own {i} of_the_form|in_the_form|like|such_as {r}",
        "{2} is required.\n{2}: in the form {3}",
    ),
    (
        "each|every|all {k} carries|carry|bears|bear|is_marked_with|are_marked_with|is_labelled_with|must_carry|must_bear ?a ?an ?the ?its ?their ?own {i}",
        "{2} is required",
    ),
    (
        "?please put|enter|write|give|state|note {k} ( {k} ) in|into|under {c} only_when|only_if|only_where|only {r}",
        "{3}: {2}.\n{3} must be blank unless {4}",
    ),
    (
        "?please put|enter|write|give|state|note {k} ( {k} ) in|into|under {c} if|when|where|whenever {r}",
        "{3}: {2}.\nif {4}, {3} is required",
    ),
    (
        "{k} : ?please put|enter|write|give|state|note {k} ( {k} ) in|into|under {c} only_when|only_if|only_where|only {r}",
        "{4}: {3}.\n{4} must be blank unless {5}",
    ),
    (
        "{w} must_be|have_to_be|has_to_be|need_to_be ?at_least|aged {n} ?years ?old ?or ?and ?over ?older ?above on {d} ; everyone_else|everybody_else|all_others|others|the_others|all_other_staff|anyone_else ?must ?be at_least {n} ?years ?old",
        "if {1c} is {1v}, at least {2} years old on {3}.\nat least {4} years old on {3}",
    ),
    (
        "{w} must_be|have_to_be|has_to_be|need_to_be ?at_least|aged {n} ?years ?old ?or ?and ?over ?older ?above on {d}",
        "if {1c} is {1v}, at least {2} years old on {3}",
    ),
    (
        "for|with anything|everything|all|those|items|any ?items marked|graded|rated|given|scored|recorded_as|classed {k} in|under {c} , ?please describe|give|explain|state|fill_in|complete|note|add|enter ?the|a|an {c}",
        "if {2} is {1}, {3} is required",
    ),
    (
        "for|with anything|everything|all|those|items|any ?items marked|graded|rated|given|scored|recorded_as|classed {v} ?please describe|give|explain|state|fill_in|complete|note|add|enter ?the|a|an {c}",
        "if {0} is {1}, {2} is required",
    ),
    (
        "{k} with|in|of|having ?a|an|the {c} ?of {v} need|needs|require|requires|must_have ?a ?an ?the ?description|explanation|details|date|note ?of|for ?the {c}",
        "if {2} is {3}, {4} is required",
    ),
    (
        "nothing|none|no_one|nobody ?is|may_be|can_be|will_be|must_be ?worth ?priced ?valued|heavier|longer|older ?at more_than|over|above|than {n}",
        "at most {1}",
    ),
    (
        "nothing|none|no_one|nobody ?is|may_be|can_be|will_be|must_be ?worth ?priced ?valued ?at more_than|over|above £ {n}",
        "at most {1}",
    ),
    (
        "nothing|none|no_one|nobody ?is|may_be|can_be|will_be|must_be ?worth ?priced ?valued|lighter|shorter|younger ?at less_than|under|below|than {n}",
        "at least {1}",
    ),
    (
        "?number|numbered|numbering counts|counting|starts|starting|running|beginning|begins|begin from|at {n}",
        "whole number, at least {1}",
    ),
    (
        "{k} , counts|counting|starts|starting|beginning|begins from|at {n} and|but {r}",
        "{1}.\nwhole number, at least {2}.\n{3}",
    ),
    ("{k} , counts|counting|starts|starting|beginning|begins from|at {n}", "{1}.\nwhole number, at least {2}"),
    ("a|an|the|every|each|all {k} must|has_to|have_to ?have ?be ?been {k} in {n}", "in {3}"),
    (
        "a|an|the|every|each|no {k} may_not|must_not|cannot|can_not|may_never|must_never|may|can ?have ?be ?been ?taken ?place {k} before {d}",
        "not before {3}",
    ),
    (
        "?the number of {k} seen|counted|sold|caught|found|present|attending|heard|planted|collected|used|lost|broken|taken",
        "whole number",
    ),
    (
        "if|when|where|once ?there_are ?there_is ?it_is at_least {n} ?of ?them ?, ?give ?state ?enter ?note ?fill_in ?the|a|an {c} ?must ?has_to ?is ?needs_to ?be ?filled_in ?given ?required ?needed",
        "if {0} is at least {1}, {2} is required",
    ),
    (
        "if|when|where|once ?there_are ?there_is ?it_is fewer_than|less_than|below|under {n} ?of ?them ?, ?give ?state ?enter ?note ?fill_in ?the|a|an {c} ?must ?has_to ?is ?needs_to ?be ?filled_in ?given ?required ?needed",
        "if {0} is less than {1}, {2} is required",
    ),
    (
        "if|when|where|once ?there_are ?there_is ?it_is more_than|over|above {n} ?of ?them ?, ?give ?state ?enter ?note ?fill_in ?the|a|an {c} ?must ?has_to ?is ?needs_to ?be ?filled_in ?given ?required ?needed",
        "if {0} is more than {1}, {2} is required",
    ),
    (
        "?the name|colour|color|kind|type|code|letter|initial|part|category|class|state|status|method|means|language|shape ?of ?the|a|an|your {k} : {o}",
        "{0}: one of {2}",
    ),
    (
        "?the name|colour|color|kind|type|code|letter|initial|part|category|class|state|status|method|means|language|shape of ?the|a|an|your {k} – {o}",
        "{0}: one of {2}",
    ),
    ("{c} is|are|means the|a|an {k} : {o}", "{1}: one of {3}"),
    ("only for|with|in|at {y} : {r}", "only for {1}.\n{2}"),
    (
        "{r} where|if|when ?a|an|any|the {c} was|is|has_been|were found|seen|noted|detected|reported|present|observed|recorded",
        "{1} where {2} is given",
    ),
    (
        "{r} where|if|when ?a|an|any|the {c} was|is|has_been|were found|seen|noted|detected|reported|present|observed|recorded , {r}",
        "{1} where {2} is given, {3}",
    ),
    (
        "{c} : ?a ?an ?the capital|upper_case|uppercase letter {v} ?, then|followed_by|and {r}",
        "{1}: {2} followed by {3}",
    ),
    ("?a ?an ?the capital|upper_case|uppercase letter {v} ?, then|followed_by|and {r}", "{1} followed by {2}"),
    (
        "{r} , ?and ?but must_be|has_to_be|must_stay|must_be_left|to_be_left|should_be|has_to_stay|is_left|stays empty|blank otherwise|elsewhere|in_all_other_cases|for_all_others",
        "{1}, otherwise blank",
    ),
    ("{c} : {r} ; iso {r}", "{1}: {2}.\n{1}: ISO {3}"),
    (
        "{c} : {r} ; another|a_different {c} , never|not its_own|itself|the_same",
        "{1}: {2}.\n{1} must not be the same as {3}",
    ),
    (
        "{c} : ?optional|mandatory|required ?, ?exactly {n} chars|characters|signs ?long , ?only alphanumeric , ?in ?all upper_case|uppercase|capitals",
        "{1}: exactly {2} capital letters or digits",
    ),
    (
        "{c} : ?optional|mandatory|required ?, ?exactly {n} chars|characters|signs ?long , upper_case|uppercase alphanumeric",
        "{1}: exactly {2} capital letters or digits",
    ),
    (
        "{c} : ?optional|mandatory|required ?, ?exactly {n} chars|characters|signs ?long , alphanumeric",
        "{1}: exactly {2} letters or digits",
    ),
    (
        "{c} : ?exactly {n} chars|characters|signs ?long , ?only alphanumeric , ?in ?all upper_case|uppercase|capitals",
        "{1}: exactly {2} capital letters or digits",
    ),
    (
        "{c} : ?exactly {n} chars|characters|signs ?long , upper_case|uppercase alphanumeric",
        "{1}: exactly {2} capital letters or digits",
    ),
    ("{c} : ?exactly {n} chars|characters|signs ?long , alphanumeric", "{1}: exactly {2} letters or digits"),
    ("{c} : alphanumeric , ?exactly {n} ?chars|characters|signs ?long", "{1}: exactly {2} letters or digits"),
    (
        "{c} : {n} for|with|in {w} , {n} for|with|in ?all|the|everybody|everyone|anyone ?of ?the others|other|else|rest",
        "if {3c} is {3v}, {1} is {2}.\nif {3c} is not {3v}, {1} is {4}",
    ),
    (
        "?the {c} is|costs|amounts_to {n} for|with|in {w} ?, ?and {n} for|with|in ?all|the|everybody|everyone|anyone ?of ?the others|other|else|rest",
        "if {3c} is {3v}, {1} is {2}.\nif {3c} is not {3v}, {1} is {4}",
    ),
    (
        "{n} for|with|in {y} , {n} for|with|in ?all|the|everybody|everyone|anyone ?of ?the others|other|else|rest",
        "if {2c} is {2v}, {0} is {1}.\nif {2c} is not {2v}, {0} is {3}",
    ),
    ("only if|when|where|once {k} : {r}", "only if {1}.\n{2}"),
    (
        "no|none {k} begins|begin|starts|start|may_begin|may_start|ends|end|may_end|takes_place before|earlier_than {d} or|and|nor ?after|later_than {d}",
        "not before {2}, not after {3}",
    ),
    (
        "{c} : no|none {k} begins|begin|starts|start|may_begin|may_start|ends|end|may_end|takes_place before|earlier_than {d} or|and|nor ?after|later_than {d}",
        "{1}: not before {3}, not after {4}",
    ),
    (
        "{k} do_not|don't|must_not|cannot|may_not|never {c} before|earlier_than {d} or|and|nor ?after|later_than {d}",
        "{2}: not before {3}, not after {4}",
    ),
    ("{y} only : {r}", "only for {1}.\n{2}"),
    (
        "?must|has_to|have_to|needs_to|should ?be ?on_or after|later_than {c} ; ?and ?but no_more_than|not_more_than|at_most|at_the_most|no_later_than|within {n} {v} later|after|after_it|afterwards|after_that|on",
        "later than {1}.\nno more than {2} {3} after {1}.",
    ),
    (
        "?must|has_to|have_to|needs_to|should ?be ?on_or after|later_than {c} ?, and|but no_more_than|not_more_than|at_most|at_the_most|no_later_than|within {n} {v} later|after|after_it|afterwards|after_that|on",
        "later than {1}.\nno more than {2} {3} after {1}.",
    ),
    ("{c} comes|is|lies|follows|must_be ?always after|later_than {c}", "column {1} must be later than column {2}"),
    (
        "?it ?date must_not|cannot|can_not|may_not|must_never|should_not be|lie|fall before|earlier_than {d}",
        "not before {1}",
    ),
    (
        "?it ?date must_not|cannot|can_not|may_not|must_never|should_not be|lie|fall after|later_than {d}",
        "not after {1}",
    ),
    (
        "{k} ; ?must ?be ?on_or after|later_than {c} ; ?and ?but no_more_than|not_more_than|at_most|at_the_most|no_later_than|within {n} {v} later|after|after_it|afterwards|after_that|on",
        "{1}.\nlater than {2}.\nno more than {3} {4} after {2}",
    ),
    (
        "for|with {w} ?the|a|an {c} is|are|must_be|has_to_be compulsory|mandatory|required|needed|obligatory|necessary|given|filled_in|stated",
        "if {1c} is {1v}, {2} is required",
    ),
    (
        "if|when|where|once|whenever {u} , both {c} and {c} are|is|must_be|have_to_be|need_to_be required|needed|given|filled_in|filled|completed|mandatory|compulsory",
        "{2} and {3}: both or neither",
    ),
    (
        "if|when|where|once|whenever {u} both {c} and {c} are|is|must_be|have_to_be|need_to_be required|needed|given|filled_in|filled|completed|mandatory|compulsory",
        "{2} and {3}: both or neither",
    ),
    ("{c} x|times|multiplied_by {n}", "{2} × {1}"),
    ("{c} × {n}", "{2} × {1}"),
    ("{c} is|= {c} x|times|multiplied_by {n}", "{1}: {3} × {2}"),
    (
        "a|an|each|every|the_same|one|any {i} can|may|must|should|will ?only be ?only given_out|given|issued|handed_out|used|lent|sold|assigned|entered|booked|taken|allotted ?only once ?only",
        "{1} must be unique",
    ),
    ("{k} = {n} , {k} = {n} , ?then ?and {n} to {n}", "from {2} to {6}"),
    ("{n} ( {k} ) , {n} ( {k} ) to|up_to {n}", "from {1} to {5}"),
    ("how|what|where|which|who|why {k} : {l}", "{0}: one of {2}"),
    ("how|what|where|which|who|why {k} ( {l} )", "{0}: one of {2}"),
    (
        "?leave|left blank|empty for|with {y} , ?but needed|required|compulsory|mandatory|filled_in|given for|with {y} ; {r}",
        "must be blank for {1}.\nrequired for {2}.\n{3}",
    ),
    ("blank|empty for|with {y} , {l} for|with {y}", "must be blank for {1}.\none of {2}"),
    ("?an amounts|amount|sums|sum|prices|price such_as|like|as_in|as {n}", "decimal number"),
    ("web|internet|photo ?page link|links|url|address ?starting ?with ( http {r}", "web address"),
    ("{k} , ?and in_all|altogether|overall|in_total {n} characters|signs ?long", "{1}.\nExactly {2} characters"),
    ("?please ?leave ?stays ?to ?be ?left blank|empty until|till|before|pending {u}", "optional"),
    (
        "?please ?leave ?stays ?to ?be ?left blank|empty for_now|at_first|for_the_time_being|until_then|to_begin_with",
        "optional",
    ),
    (
        "{y} only , and|but required|mandatory|compulsory|needed|obligatory for|with|there ?them ?these ?those ?it",
        "required for {1}, otherwise blank",
    ),
    (
        "{w} ?: up_to|at_most|max|maximum|no_more_than {n} , all_others|others|the_others|everything_else|all_the_others up_to|at_most|max|maximum|no_more_than {n}",
        "at most {3}.\nat most {2} for {1}",
    ),
    (
        "{w} ?: up_to|at_most|max|maximum|no_more_than {n} ; all_others|others|the_others|everything_else|all_the_others up_to|at_most|max|maximum|no_more_than {n}",
        "at most {3}.\nat most {2} for {1}",
    ),
    (
        "{y} must|have_to|has_to|need_to|should quote|give|enter|state|provide|supply|have one|it|this|a_number|a_code|their_number|their_code",
        "required for {1}",
    ),
    (
        "?house ?room ?row ?area ?a ?number ?no {n} - {n} plus|and|then|followed_by ?a ?the ?bench ?seat ?shelf ?row ?rack ?bay letter {k} - {k}",
        "a number from {1} to {2}, then a letter from {3} to {4}",
    ),
    (
        "calculated|worked_out|computed|filled|filled_in|completed ?in by us|the_office|our_office|our_staff",
        "leave blank",
    ),
    ("{k} must , {k} may|can be filled_in|filled|completed|given", "{1} must be filled in.\n{2} columns are optional"),
    ("not_older_than|no_older_than|not_dated_before|not_earlier_than {d}", "not before {1}"),
    (
        "anyone|everyone|everybody|those|people|members|all {k} at|in|from|by|with ?the {w} must|has_to|have_to give|state|enter|provide|supply ?a ?an ?the ?their {c}",
        "if {2c} is {2v}, {3} is required",
    ),
    ("how|what|where|which|who|why {k} – {l}", "{0}: one of {2}"),
    (
        "{c} must_be|has_to_be|is ?either {l} , except_that|but|only {w} is|are|must_be always {k}",
        "{1}: one of {2}.\nif {3c} is {3v}, {1} must be {4}",
    ),
    (
        "you can|may have|order|take|book ?up_to|at_most {n} ?of_them|of_these|each , but no_more_than|at_most|only {n} of|for|with {w}",
        "at most {1}.\nat most {2} for {3v}",
    ),
    ("you can|may have|order|take|book ?up_to|at_most {n} of_them|of_these", "at most {1}"),
    ("{c} ( yes_no|y_n ) : {r}", "{1}: yes/no.\n{1}: {2}"),
    ("{r} , ?left ?leave ?stays blank|empty until|till|pending|as_long_as {k}", "{1}"),
];
