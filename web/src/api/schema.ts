/** Made from the server's description of its API; renew it with npm run api. */
import type { StemId } from "./stemId";
export interface paths {
    "/api/here": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Which gardens there are, and what may be done from this browser. */
        get: operations["here"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sign-in": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Signs this browser in with a code: one of a person once, one to look till it ends. */
        post: operations["signIn"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sign-out": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Ends the session of this browser. */
        post: operations["signOut"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/people": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["people"];
        put?: never;
        /** A helper, and the link that signs their first device in. */
        post: operations["addHelper"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/people/{id}/code": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A link that signs another device of somebody in, once. */
        post: operations["letDeviceIn"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/people/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /** Ends what somebody may do, on all their devices at once. */
        delete: operations["sendAway"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/devices/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["endSession"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/links": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A link to look at one plant or bed, till it ends. */
        post: operations["addLookLink"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/links/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["endLookLink"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/tag": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A QR code (SVG) that opens the plant. */
        get: operations["tag"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plan": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A survey in, a plan out; nothing is stored. */
        post: operations["plan"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/year": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** The work of a year, dated; nothing is stored. */
        post: operations["year"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/trace": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Canes reckoned from taps on photographs, each measure with its spread; nothing is stored. */
        post: operations["trace"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/kinds": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["kinds"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/schools": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["schools"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A page of the plants by place and name. The header Link names the next page (RFC 8288); without it there is none. */
        get: operations["plants"];
        put?: never;
        post: operations["addPlant"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/now": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["now"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/places": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["places"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/next": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The next plant of its family in its place; the first again after the last. */
        get: operations["nextPlant"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/garden/places": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["gardenPlaces"];
        /** Puts the places in the order one walks, and says how much later each is. */
        put: operations["savePlaces"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/rules": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["rules"];
        put?: never;
        post: operations["copySchool"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/rules/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put: operations["saveSchool"];
        post?: never;
        delete: operations["removeSchool"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/rules/{id}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["restoreSchool"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/survey": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["survey"];
        put: operations["saveSurvey"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/garden/plan": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One JSON line a plant; the first line is { "total": n }. */
        get: operations["planGarden"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/log/{line}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Corrects a line of the log, dates it back or strikes it out; what it said is kept. */
        put: operations["correctLine"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/visits": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A page of the visits to come, the most pressing first; the header Link names the next. */
        get: operations["visits"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/visits/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["settleVisit"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/second-visit": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["beginSecondVisit"];
        /** Takes back that the second visit was begun, as long as nothing of it was done. */
        delete: operations["takeSecondVisitBack"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/vine-rules": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["vineRules"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/blocks": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A page of the rows of vines, in order of their places; the header Link names the next. */
        get: operations["blocks"];
        put?: never;
        post: operations["addBlock"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/settings": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["settings"];
        put: operations["saveSettings"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/copies": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["copies"];
        put?: never;
        post: operations["makeCopy"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/copies/{name}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["restoreCopy"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/garden/year": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The dated work of the garden's plants between two days. */
        get: operations["gardenYear"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/garden/work": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What is due today; with minutes, the best of it that fits, exactly. */
        get: operations["gardenWork"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/weather": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What is known of the garden's weather. */
        get: operations["weather"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/weather.csv": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["weatherFile"];
        put?: never;
        /** Takes date,tmin,tmax,rain in; with preview=true it is only looked at. */
        post: operations["takeWeather"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Notes one thing on several plants, or on all of a bed or row; all of them or none. */
        post: operations["addEntries"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/{batch}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /** Takes back what was noted on several plants at once; the lines are struck out. */
        delete: operations["takeEntriesBack"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/try": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Reads a line such as 'first bloom row 2 today'; nothing is stored. */
        post: operations["readEntry"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log.csv": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["logFile"];
        put?: never;
        /** Takes lines of a log in; those that are here already count once. All of them or none. */
        post: operations["takeLog"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/calendar.ics": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The dated work and flowers of the garden, as iCalendar; with ?key= as a feed. */
        get: operations["calendar"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/calendar/feed": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["feeds"];
        put?: never;
        /** Makes an address with a secret; the one before it ends. */
        post: operations["makeFeed"];
        delete: operations["endFeed"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/drawing.svg": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The plant from the front: as found, cut, or in the summer after. */
        get: operations["drawing"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/survey.csv": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The survey of this season, a stem a line; of a row its counts. */
        get: operations["surveyFile"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/archive": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The whole garden as a zip of JSON. */
        get: operations["archive"];
        put?: never;
        /** Reads an archive in, whole or not at all; what is here already stays as it is. */
        post: operations["takeArchive"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["plant"];
        put: operations["savePlant"];
        post?: never;
        delete: operations["removePlant"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["restorePlant"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bin": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Plants that were taken out, the latest first, 500 at most. */
        get: operations["bin"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bin/{id}/log": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["binnedLog"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bin/parts": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Photographs and lines of logs that were taken out, the latest first, 500 of each at most. */
        get: operations["binnedParts"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bin/photos/{photo}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["restorePhoto"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bin/photos/{photo}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /** Deletes a photograph that lies in the bin, for good. */
        delete: operations["deletePhoto"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bin/lines/{line}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["restoreLine"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bin/lines/{line}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /** Deletes a line of a log that lies in the bin, for good. */
        delete: operations["deleteLine"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bin/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /** Deletes a plant that lies in the bin, with its surveys and its log, for good. */
        delete: operations["deletePlant"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/work": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["work"];
        put?: never;
        post: operations["recordStep"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/work/try": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What recording a step would change for other stems; nothing is stored. */
        post: operations["tryStep"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/work/{line}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /** Takes back one step of this season's work, whichever it is. */
        delete: operations["takeBackStep"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/work/last": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: operations["undoStep"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/work/finish": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["finishWork"];
        /** Goes on with a plant that was finished for the season. */
        delete: operations["takeFinishBack"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/log": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["log"];
        put?: never;
        post: operations["addNote"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/crop": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: operations["weighCrop"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/rounds": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The latest visits beside the season's work: rounds among the flowers, covering, uncovering. */
        get: operations["rounds"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/rounds/{round}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["round"];
        /** Begins a visit under the name the page made for it, or changes what was seen. */
        put: operations["saveRound"];
        post?: never;
        /** Takes back a visit of which nothing was done. */
        delete: operations["dropRound"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/photos": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The photographs of a plant, the newest first. */
        get: operations["photos"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/photos/{photo}/picture": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: operations["photoPicture"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plants/{id}/photos/{photo}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Keeps a photograph under the name the page made for it, or what was tapped on it since. */
        put: operations["savePhoto"];
        post?: never;
        /** Puts a photograph into the bin; a helper's own is deleted when that helper takes it back. */
        delete: operations["dropPhoto"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
}
export type webhooks = Record<string, never>;
export interface components {
    schemas: {
        /** @description Canes by age some years from now, each as least and most. */
        AgeCount: {
            /**
             * Format: int32
             * @description 0 after this work, 1 next year.
             */
            year: number;
            /** @description Canes of one season. */
            oneSeason: number[];
            /** @description Older, not yet old. */
            middle: number[];
            /** @description Old by the kind's reckoning. */
            old: number[];
        };
        /** @description What came of reading an archive. */
        ArchiveTaken: {
            /**
             * Format: int32
             * @description Plants that are new here.
             */
            plants: number;
            /**
             * Format: int32
             * @description Plants that were here already, which stay as they are.
             */
            same: number;
            /** Format: int32 */
            surveys: number;
            /**
             * Format: int32
             * @description Lines of the log that are new here.
             */
            lines: number;
            /** Format: int32 */
            visits: number;
            /** Format: int32 */
            days: number;
            /** @description The copy made of the garden as it was; null where it was empty. */
            copy: null | string;
            /**
             * Format: int32
             * @description Photographs that are new here.
             */
            photos: number;
        };
        /** @description A line of a log that was taken back by somebody else than who wrote it. */
        BinnedLine: {
            /** @description The plant it is of. */
            plant: string;
            plantName: string;
            /** Format: date-time */
            removedAt: string;
            line: components["schemas"]["LogView"];
        };
        /** @description What was taken out of plants that stand. */
        BinnedParts: {
            photos: components["schemas"]["BinnedPhoto"][];
            lines: components["schemas"]["BinnedLine"][];
        };
        /** @description A photograph that was put into the bin. */
        BinnedPhoto: {
            /**
             * Format: int32
             * @description Its number in the bin.
             */
            id: number;
            /** @description The plant it is of. */
            plant: string;
            plantName: string;
            /** Format: date-time */
            removedAt: string;
            photo: components["schemas"]["PhotoView"];
        };
        /** @description A plant that was taken out of the garden and is kept with all that is known of it. */
        BinnedPlant: {
            plant: components["schemas"]["PlantView"];
            /**
             * Format: date-time
             * @description When it was taken out.
             */
            removedAt: string;
            /**
             * Format: int32
             * @description Lines of its log.
             */
            lines: number;
        };
        /** @description A row of vines to be planted into the garden at once. */
        BlockInput: {
            place: string;
            kind: string;
            /** Format: int32 */
            count: number;
            /** Format: int32 */
            plantedYear: null | number;
            vine: null | components["schemas"]["JsonElement"];
            id?: null | string;
        };
        /** @description A total over a row of vines of which some were looked at. */
        BlockTotal: {
            /**
             * Format: double
             * @description The total, or the best estimate of it.
             */
            total: number;
            /**
             * Format: double
             * @description As low as it is likely to be; the total where every vine was looked at.
             */
            low: number;
            /**
             * Format: double
             * @description As high as it is likely to be.
             */
            high: number;
        };
        /** @description A row of vines: those that stand in one place, in order. */
        BlockView: {
            place: string;
            /** Format: int32 */
            vines: number;
            /**
             * Format: int32
             * @description Vines with a plan; the totals are estimates while some have none.
             */
            planned: number;
            /** Format: int32 */
            finished: number;
            buds: null | components["schemas"]["BlockTotal"];
            ties: null | components["schemas"]["BlockTotal"];
            minutes: null | components["schemas"]["BlockTotal"];
            lines: components["schemas"]["GardenPlanLine"][];
        };
        /** @description A round of flowers. */
        BloomRound: {
            plant: string;
            /**
             * Format: int32
             * @description 1 for the first of a year.
             */
            round: number;
            /**
             * @description When it begins: one year in ten earlier than the first day, one in ten later than the
             *                 last.
             */
            window: string[];
        };
        /** @description Lengths people carry on them, mm. */
        BodyMeasures: {
            /** Format: double */
            pencil: number;
            /** Format: double */
            finger: number;
            /** Format: double */
            thumb: number;
            /** Format: double */
            fist: number;
            /** Format: double */
            hand: number;
            /** Format: double */
            shears: number;
            /** Format: double */
            hip: number;
            /** Format: double */
            self: number;
            /**
             * Format: double
             * @description Across the rim of the bucket that stands by: how tight a bend may be is read off it.
             * @default 330
             */
            bucket: number;
        };
        /** @enum {unknown} */
        BudFace: "up" | "down" | "side" | null;
        /**
         * @description How sure the place and direction of a bud are.
         * @enum {unknown}
         */
        BudKnowledge: "seen" | "likely" | "look-for";
        /** @description A rule of balanced pruning that ships. */
        BudRuleView: {
            id: string;
            name: string;
            kind: string;
            /** Format: double */
            base: number;
            /** Format: double */
            per: number;
            /**
             * Format: double
             * @description g.
             */
            unit: number;
            provenance: components["schemas"]["Provenance"];
            why: string;
        };
        /**
         * @description What the bud budget is reckoned by.
         * @enum {unknown}
         */
        BudgetBy: "weight" | "metre" | "spurs";
        /** @enum {unknown} */
        CaneClass: "spent" | "thin" | "surplus" | "mown" | "fruiting" | "stay" | null;
        /** @description A decision that changed because of what was done. */
        Change: {
            stem: components["schemas"]["StemId"];
            was: components["schemas"]["Decision"];
            now: components["schemas"]["Decision"];
            why: null | components["schemas"]["PlanSentence"];
        };
        /**
         * @description What a copy was made for.
         * @enum {unknown}
         */
        CopyReason: "day" | "asked" | "upgrade" | "restore" | "import";
        /** @description A copy of the garden as people see it. */
        CopyView: {
            name: string;
            /** Format: date-time */
            madeAt: string;
            /** Format: int64 */
            bytes: number;
            /** @description What it was made for. */
            why: components["schemas"]["CopyReason"];
        };
        /** @description A correction of a line; what is not said stays as it is. */
        CorrectionInput: {
            /**
             * Format: int32
             * @description How many corrections of it were seen.
             */
            changes: number;
            /**
             * Format: date
             * @description The day it belongs to, not after today.
             */
            day: null | string;
            /** @description Of a note only. */
            text: null | string;
            /**
             * Format: double
             * @description Of a crop only, g.
             */
            grams: null | number;
            /** @description Struck out, it counts for nothing. */
            struck: null | boolean;
        };
        /** @description A crop that was weighed; more than one picking of a season adds up. */
        CropInput: {
            /**
             * Format: double
             * @description g.
             */
            grams: number;
            /**
             * Format: int32
             * @description The summer it grew in; the latest where not said.
             */
            season: null | number;
            /** @description Made by the page; a crop sent twice is kept once. */
            key: null | string;
        };
        /** @description Two stems of which shoots stand in each other's way; their upper halves are so far apart in the mean, mm. */
        Crowding: {
            stems: string[];
            /** Format: double */
            apart: number;
        };
        /**
         * @description Where a cut is made.
         * @enum {unknown}
         */
        CutPlace: "above-bud" | "base" | "ring" | "ground" | "join" | "height" | "stalk";
        /** @description Work with its days. */
        DatedJob: {
            /** @description Null for work on no plant. */
            plant: null | string;
            job: components["schemas"]["YearJob"];
            /** @description First and last day. */
            window: string[];
            /**
             * Format: date
             * @description The best day, within the window.
             */
            best: string;
            /** @description Why then. */
            because: string;
            provenance: components["schemas"]["Provenance"];
            /** @description What it costs to leave it. */
            ifLate: string;
            /**
             * Format: double
             * @description How long it takes, about.
             */
            minutes: number;
            /**
             * Format: double
             * @description How much it matters that it is done in its days; 0 for a date to mind.
             */
            weight: number;
            /**
             * Format: int32
             * @description The growing year it belongs to, by its spring: with plant and job it names the work however its
             *                 days move.
             */
            season: number;
            /** @description How it is done, in steps where there are steps; null where the trade needs no telling. */
            how?: null | string;
        };
        /** @description How long a day is. */
        DaylightOn: {
            /** Format: date */
            day: string;
            /** Format: double */
            hours: number;
        };
        /**
         * @description What becomes of a stem.
         * @enum {unknown}
         */
        Decision: "keep" | "shorten" | "remove" | "defer" | "check" | "untouched";
        /** @description A browser that is signed in. */
        DeviceView: {
            id: string;
            name: string;
            /** Format: date-time */
            signedInAt: string;
            /** Format: date-time */
            seenAt: string;
            /** @description Whether it is the one that asks. */
            this: boolean;
        };
        /** @description A cane in a small drawing. What is null was not measured, and is not written. */
        DrawnCane: {
            role: null | string;
            parent: string;
            /**
             * Format: double
             * @description mm.
             */
            diameter: null | number;
            /**
             * Format: double
             * @description Seasons.
             */
            age: null | number;
            /**
             * Format: double
             * @description Hours seen from above, 12 to the north.
             */
            clock: null | number;
            /**
             * Format: double
             * @description mm.
             */
            length: null | number;
        };
        /**
         * @description How hard the work is.
         * @enum {unknown}
         */
        Effort: "light" | "steady" | "heavy";
        /** @description What a device brings to be let in. */
        EnterInput: {
            code: string;
        };
        /** @description One thing seen or done on several plants: on those named, or on all of a place. */
        EntryInput: {
            /** @description Ids; null for a place. */
            plants: null | string[];
            /** @description A bed, wall or row; null for plants. */
            place: null | string;
            /** @description Made by the page: the same one again is stored once, and is taken back by it. */
            batch: string;
            text: null | string;
            what?: null | components["schemas"]["YearEvent"];
            /** Format: date */
            day?: null | string;
            /** Format: double */
            mm?: null | number;
            /** Format: double */
            grams?: null | number;
            /** Format: int32 */
            bbch?: null | number;
        };
        /** @description What was noted on several plants. */
        EntryView: {
            batch: string;
            /**
             * Format: int32
             * @description How many have the line.
             */
            plants: number;
            text: string;
            measures: null | components["schemas"]["Measure"][];
        };
        /** @description Where a calendar program reads the garden's year without signing in. */
        FeedView: {
            /** @description Address with its secret; only shown once, when it is made. */
            path: null | string;
            /** Format: date-time */
            createdAt: string;
        };
        /** @description A day of a year and how far it differs from year to year. */
        FrostDays: {
            /**
             * Format: date
             * @description One year in ten it is earlier.
             */
            early: string;
            /** Format: date */
            usual: string;
            /**
             * Format: date
             * @description One year in ten it is later.
             */
            late: string;
            /**
             * Format: int32
             * @description Years it was read from.
             */
            years: number;
        };
        /** @description The usual frosts of a year. */
        FrostPair: {
            /** Format: date */
            last: string;
            /** Format: date */
            first: string;
        };
        /** @description Where the garden is. Frost days as month and day. */
        GardenPlace: {
            hemisphere: components["schemas"]["Hemisphere"];
            lastFrost: string;
            firstFrost: string;
            /**
             * @description Where days begin, by its name in the IANA time zone database; null for that of this
             *         machine.
             */
            timeZone?: null | string;
            /**
             * Format: double
             * @description Degrees, negative in the south; null where nobody said.
             */
            latitude?: null | number;
            /**
             * @description Whether the weather is made up by the station that ships, rather than measured.
             * @default false
             */
            station: boolean;
        };
        /** @description One line of the whole garden's plan. */
        GardenPlanLine: {
            id: string;
            name: string;
            place: string;
            kind: string;
            state: components["schemas"]["PlanState"];
            /**
             * Format: int32
             * @description Cuts still to make.
             */
            cuts: number;
            /** Format: int32 */
            kept: number;
            /** Format: int32 */
            removed: number;
            /**
             * Format: int32
             * @description Canes to check first.
             */
            checks: number;
            /**
             * Format: int32
             * @description Counted buds that stay; of vines only.
             */
            buds: number;
            /**
             * Format: int32
             * @description Shoots to expect; of vines only.
             */
            shoots: number;
            /**
             * Format: int32
             * @description Ties still to make.
             */
            tieCount: number;
            /** Format: int32 */
            minutes: number;
            effort: null | components["schemas"]["Effort"];
            tools: string[];
            /** @description Tie material to carry. */
            ties: components["schemas"]["PlanMaterial"][];
            /** @description The choice is proved the best. */
            proved: boolean;
            /** @description How a vine is trained; null where nobody said. */
            system: null | string;
            /** @description The reference of a plan that failed, to report; null where none did. */
            fault?: null | string;
        };
        /** @description What the gardener set once: measures, units, look, place. */
        GardenSettings: {
            /** @description metric or imperial. */
            units: string;
            /** @description auto, light, dark or sun. */
            theme: string;
            /** @description Body measures in mm by name. */
            body: components["schemas"]["BodyMeasures"];
            place: components["schemas"]["GardenPlace"];
        };
        /** @description The year of the garden. */
        GardenYearView: {
            /** Format: date */
            today: string;
            /** Format: date */
            from: string;
            /** Format: date */
            to: string;
            jobs: components["schemas"]["DatedJob"][];
            bloom: components["schemas"]["BloomRound"][];
            warnings: components["schemas"]["YearWarning"][];
            /** @description The plants that are named in it. */
            plants: components["schemas"]["YearPlantView"][];
            /** @description The last frost and the first after it, of each year of the span. */
            frosts: components["schemas"]["FrostPair"][];
            /**
             * @description Hours of daylight on the first of each month, that after the span among them; empty where the
             *         latitude is not known.
             */
            daylight: components["schemas"]["DaylightOn"][];
        };
        /**
         * @description Half of the earth: the seasons of the south are half a year later.
         * @enum {unknown}
         */
        Hemisphere: "north" | "south";
        /** @description Where a browser is, and what may be done from it. */
        HereView: {
            /** @description Whether there is a demo garden beside one's own. */
            demo: boolean;
            /** @description Whether the garden is shared in the network. */
            shared: boolean;
            /** @description What may be done. */
            role: components["schemas"]["Role"];
            /** @description Id of who is signed in; null for a link, and where the garden is not shared. */
            person: null | string;
            /** @description What the owner calls whoever is signed in; null where nobody is, and for a link. */
            name: null | string;
            /** @description The one plant a link shows; null for others. */
            onlyPlant: null | string;
            /** @description The bed a link shows; null for others. */
            onlyPlace: null | string;
            /**
             * Format: date-time
             * @description When a link ends; null for others.
             */
            endsAt: null | string;
        };
        /** @enum {unknown} */
        Instead: "removed" | "cut" | "left" | "tied" | null;
        /** @description A link that lets in; it is told once, and kept by its hash only. */
        InvitationView: {
            /** @description Of the person who is let in, or of the link to look. */
            id: string;
            url: string;
            /** @description The same as a QR code, SVG. */
            picture: string;
            /** Format: date-time */
            endsAt: string;
        };
        JsonElement: unknown;
        JsonObject: Record<string, never>;
        /** @description A kind of plant that can be planned. */
        KindView: {
            id: string;
            name: string;
            note: string;
            defaultSchool: string;
            rootstock: boolean;
            /** Format: double */
            tipDiameterShare: number;
            /** @description False where a simple routine does without a walk round the canes. */
            surveyed: boolean;
            /** @description Canes hang from a head; heights are measured along them. */
            hangs: boolean;
            /** Format: double */
            unionHeight: number;
            /**
             * Format: int32
             * @description Seasons from which wood counts as old.
             */
            oldFrom: number;
            /** @description Canes are trained and tied to a support. */
            climbs: boolean;
            family: components["schemas"]["PlantFamily"];
            /** @description What a stem of each role is taken to be where nobody measured it. */
            usual: {
                [key: string]: components["schemas"]["UsualStem"];
            };
            /**
             * @description What the facts of the whole plant are taken to be where nobody measured them, by their
             *         names in the survey.
             */
            usualFacts: {
                [key: string]: number;
            };
            /** @description What of a plant as a whole its plans hang on. */
            asks: components["schemas"]["PlantFact"][];
            /** @description False where what is seen of the plants tells what they are. */
            named: boolean;
        };
        /**
         * @description What becomes of a cane on the support.
         * @enum {unknown}
         */
        Lies: "line" | "half-way" | "as-it-stands";
        /** @description What a line of the log said before it was corrected. */
        LogChange: {
            /**
             * Format: date-time
             * @description When it was corrected.
             */
            until: string;
            /**
             * Format: date
             * @description The day it was dated.
             */
            day: string;
            text: string;
            /** Format: double */
            grams: null | number;
            struck: boolean;
        };
        /**
         * @description A line of the log.
         * @enum {unknown}
         */
        LogKind: "step" | "finished" | "note" | "crop";
        /** @description What came of a log file that was sent. */
        LogTaken: {
            /**
             * Format: int32
             * @description Lines that are new.
             */
            added: number;
            /**
             * Format: int32
             * @description Lines that were here already.
             */
            same: number;
            /**
             * Format: int32
             * @description Steps of plans that are not here: they belong to their plan, and come with an archive.
             */
            left: number;
        };
        /** @description One line of the log as people see it. */
        LogView: {
            /** Format: int32 */
            id: number;
            /** Format: int32 */
            season: number;
            /** Format: date-time */
            at: string;
            kind: components["schemas"]["LogKind"];
            text: string;
            measures: null | components["schemas"]["Measure"][];
            stem: null | components["schemas"]["StemId"];
            stage: null | string;
            action: null | components["schemas"]["StepAction"];
            outcome: null | components["schemas"]["StepOutcome"];
            instead: null | components["schemas"]["Instead"];
            /** Format: double */
            cutAt: null | number;
            note: null | string;
            /** Format: double */
            grams: null | number;
            tied: null | components["schemas"]["TiedCane"];
            /** @description It was struck out, and counts for nothing. */
            struck: boolean;
            stemNow: null | components["schemas"]["StemId"];
            /** @description What it said before each correction, the first first. */
            history: components["schemas"]["LogChange"][];
            what: null | components["schemas"]["YearEvent"];
            /** Format: double */
            mm: null | number;
            /** Format: int32 */
            bbch: null | number;
        };
        /** @description A link to look: a plant by its id or a place, and for how many days. */
        LookLinkInput: {
            plant: null | string;
            place: null | string;
            /** Format: int32 */
            days: number;
        };
        /** @description A link to look at one plant or bed. */
        LookLinkView: {
            id: string;
            /** @description Name of the plant, or the bed. */
            shows: string;
            /** Format: date-time */
            endsAt: string;
            /**
             * Format: int32
             * @description On how many browsers it is open.
             */
            opened: number;
        };
        /** @description A measure that stands in a sentence; one of the values is given. */
        Measure: {
            /**
             * Format: int32
             * @description Where its words begin in the text, from 0, UTF-16 units.
             */
            at: number;
            /**
             * Format: int32
             * @description How long they are.
             */
            length: number;
            /**
             * Format: double
             * @description A length, mm, as the sentence says it.
             */
            mm?: null | number;
            /**
             * Format: double
             * @description A weight, g.
             */
            g?: null | number;
            /**
             * Format: date
             * @description A day.
             */
            day?: null | string;
            /**
             * Format: double
             * @description The upper end of a range, in the unit of the lower; null where it is one measure.
             */
            to?: null | number;
            /**
             * Format: double
             * @description The radius of a bend, mm: its words name a round thing that is no tighter.
             */
            bend?: null | number;
        };
        /** @description A shoot expected next summer. */
        NewShoot: {
            /** @description The stem it grows from. */
            stem: components["schemas"]["StemId"];
            /**
             * Format: double
             * @description Where it starts, mm; also Y and Z.
             */
            x: number;
            /** Format: double */
            y: number;
            /** Format: double */
            z: number;
            /**
             * Format: double
             * @description The way it grows, hours.
             */
            clock: number;
            /**
             * Format: double
             * @description From vertical, degrees.
             */
            lean: number;
            /**
             * Format: double
             * @description By midsummer, mm.
             */
            length: number;
            /** @description Whether the bud it comes from was seen. */
            sure: boolean;
            /**
             * @description Whether its upper half stands in the way of a shoot of another stem.
             * @default false
             */
            crowded: boolean;
        };
        /** @description A cane that stays this winter and is next to go. */
        NextCane: {
            /** @description The cane. */
            stem: components["schemas"]["StemId"];
            successor: null | components["schemas"]["StemId"];
            /** @description It is kept until its successor has proved itself. */
            reserve: boolean;
            text: components["schemas"]["Sentence"];
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
        };
        /** @description A line for the log in the gardener's own words, or what of the plant's year was seen or done. */
        NoteInput: {
            /** @description May be left out where What says it. */
            text: null | string;
            /** @description Made by the page; a note sent twice is kept once. */
            key: null | string;
            what?: null | components["schemas"]["YearEvent"];
            /**
             * Format: date
             * @description The day it was; today where not said.
             */
            day?: null | string;
            /**
             * Format: double
             * @description How high, mm; with a height.
             */
            mm?: null | number;
            /**
             * Format: double
             * @description How heavy, g; with prunings and a harvest.
             */
            grams?: null | number;
            /**
             * Format: int32
             * @description Growth stage by the BBCH code, 0 to 99.
             */
            bbch?: null | number;
        };
        /** @description The plants of a state. */
        NowGroup: {
            state: components["schemas"]["PlantState"];
            /**
             * Format: int32
             * @description How many there are.
             */
            count: number;
            /** @description The first of them. */
            plants: components["schemas"]["PlantSummary"][];
        };
        /** @description What is due in the garden. */
        NowView: {
            /** Format: date */
            today: string;
            /**
             * Format: int32
             * @description Plants that grow in it.
             */
            plants: number;
            /**
             * Format: int32
             * @description Plants whose main prune is on.
             */
            due: number;
            /**
             * Format: date
             * @description First day of the earliest main prune; null in an empty garden.
             */
            dueFrom: null | string;
            groups: components["schemas"]["NowGroup"][];
        };
        /** @description An open step with its key. */
        OpenStep: {
            key: string;
            step: components["schemas"]["PlanStep"];
            /**
             * @description Names the step as it is; sent back with what was done, so that the log holds what was on the
             *         screen.
             */
            mark: string;
        };
        /** @description A day to come, as far as it can be known. */
        OutlookDay: {
            /** Format: date */
            date: string;
            /** Format: double */
            tmin: number;
            /** Format: double */
            tmax: number;
            /**
             * Format: double
             * @description One standard deviation of both temperatures, °C.
             */
            spread: number;
            /**
             * Format: double
             * @description How likely a wet day is, 0 to 1.
             */
            rainChance: number;
        };
        /** @description A school of the gardener's own: a copy of another with some values changed. */
        OwnSchoolInput: {
            name: string;
            base: string;
            /** @description The changed values by name, as in the exchange format. */
            set: components["schemas"]["JsonElement"];
            /**
             * @description Made by the page that adds it, 32 digits and letters from a to f; sent twice it is added
             *         once.
             */
            id?: null | string;
        };
        /** @description Everybody who was let in. */
        PeopleView: {
            /** @description Where other devices reach the garden. */
            address: string;
            /** @description Whether browsers have to be told to trust it. */
            ownCertificate: boolean;
            people: components["schemas"]["PersonView"][];
            links: components["schemas"]["LookLinkView"][];
        };
        /** @description Somebody to be let in, by name. */
        PersonInput: {
            name: string;
        };
        /** @description Somebody who was let in. */
        PersonView: {
            id: string;
            name: string;
            role: components["schemas"]["Role"];
            /** @description Whether it is whoever asks. */
            you: boolean;
            devices: components["schemas"]["DeviceView"][];
        };
        /** @description A photograph as it is sent. */
        PhotoInput: {
            /** Format: double */
            from: number;
            /** Format: double */
            focal35: null | number;
            /** @description JPEG, PNG or WebP in base64, its longer side up to 1,600 pixels; only when it is new. */
            picture: null | string;
            taps: null | components["schemas"]["JsonElement"];
        };
        /** @description A photograph of a plant. */
        PhotoView: {
            /** @description Its name, made by the page that took it. */
            key: string;
            /** Format: int32 */
            season: number;
            /** Format: date */
            date: string;
            /** Format: int32 */
            revision: number;
            /**
             * Format: double
             * @description The clock bearing at which the camera stood.
             */
            from: number;
            /**
             * Format: double
             * @description Focal length on 36 mm film, mm; null where the picture did not say.
             */
            focal35: null | number;
            /** Format: int32 */
            width: number;
            /** Format: int32 */
            height: number;
            /** @description SHA-256 of the picture: it never changes. */
            hash: string;
            taps: null | components["schemas"]["JsonElement"];
        };
        /** @description A place as it is sent. */
        PlaceInput: {
            name: string;
            /** Format: int32 */
            later: number;
        };
        /** @description A place of the garden. */
        PlaceView: {
            name: string;
            /**
             * Format: int32
             * @description How many grow there.
             */
            plants: number;
            /**
             * Format: int32
             * @description Days its spring is later than the garden's; negative where it is earlier.
             */
            later: number;
            /**
             * Format: int32
             * @description Counted from 1 in the order one walks; null where nobody put it in order.
             */
            walk: null | number;
        };
        /** @description The places of the garden in the order one walks. */
        PlacesInput: {
            /** @description Those that are named first come first; those that are not named follow by name. */
            places: components["schemas"]["PlaceInput"][];
        };
        /** @description A default that was used because nobody looked. */
        PlanAssumption: {
            stem: null | components["schemas"]["StemId"];
            field: string;
            value: unknown;
            text: components["schemas"]["Sentence"];
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
        };
        /** @description Crop and wood of one season. */
        PlanBalance: {
            /** Format: int32 */
            season: number;
            /** Format: double */
            pruningWeight: null | number;
            /** Format: double */
            crop: null | number;
            /**
             * Format: double
             * @description Crop over prunings; null where one is missing.
             */
            ravaz: null | number;
            /**
             * Format: double
             * @description Prunings per metre of row, g; null where not weighed.
             */
            woodPerMetre: null | number;
            /** @description Both judged, in a sentence. */
            text: components["schemas"]["Sentence"];
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
        };
        /** @description Bloom points round a place on the face. */
        PlanBloom: {
            /** Format: double */
            x: number;
            /** Format: double */
            z: number;
            /** Format: int32 */
            points: number;
        };
        /** @description The bud a cut is made above. */
        PlanBud: {
            /** Format: double */
            at: null | number;
            /** Format: double */
            clock: null | number;
            known: components["schemas"]["BudKnowledge"];
            /** @description Where to look, mm along the stem; null unless it has still to be found. */
            window: null | number[];
            /**
             * Format: double
             * @description The way it faces if the buds go round the other way; null where that is known.
             */
            otherClock: null | number;
            /**
             * Format: double
             * @description Give or take of the direction of a likely bud, hours (one standard deviation); null
             *                 otherwise.
             */
            spread?: null | number;
            face?: null | components["schemas"]["BudFace"];
            /**
             * Format: int32
             * @description Which leaf it sits at, counted from the top, where leaves were counted, not measured.
             */
            leaf?: null | number;
        };
        /** @description The bud budget. */
        PlanBudget: {
            by: components["schemas"]["BudgetBy"];
            /**
             * Format: int32
             * @description By the rule.
             */
            target: number;
            /**
             * Format: int32
             * @description With winter loss made up for.
             */
            corrected: number;
            /**
             * Format: int32
             * @description Most for the room along the row.
             */
            cap: number;
            /**
             * Format: int32
             * @description To be kept.
             */
            buds: number;
            /**
             * Format: int32
             * @description What the places that stay hold by rule.
             */
            room: number;
            /**
             * Format: int32
             * @description Buds that found no room.
             */
            short: number;
            provenance: components["schemas"]["Provenance"];
            /** @description Where the rule comes from, in a sentence. */
            why: string;
            /** @description The arithmetic of the counts, sum by sum. */
            sums: components["schemas"]["PlanSum"][];
        };
        /** @description Canes of one class. */
        PlanClass: {
            name: components["schemas"]["CaneClass"];
            /** Format: int32 */
            canes: number;
            /** @description Keep or remove. */
            decision: components["schemas"]["Decision"];
            text: components["schemas"]["Sentence"];
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
        };
        /** @description The plan in numbers; see the exchange format for each. */
        PlanCounts: {
            /** Format: int32 */
            kept: number;
            /** Format: int32 */
            removed: number;
            /** Format: int32 */
            left: number;
            /** Format: int32 */
            budsLeft: number;
            arithmetic: null | string;
            /** Format: double */
            removedShare: number;
            /** Format: double */
            endSpacing: null | number;
            /** Format: double */
            widestGap: null | number;
            /** Format: double */
            levelSpread: null | number;
        };
        /** @description What this summer can bring, each as least and most. Weights g. */
        PlanCrop: {
            shoots: number[];
            clusters: number[];
            grams: number[];
            /**
             * Format: double
             * @description Shoots per metre of row.
             */
            perMetre: number;
            /** @description Crop over the prunings weighed this winter; null where none were. */
            ravaz: null | number[];
            text: components["schemas"]["Sentence"];
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
        };
        /** @description One way to crop a row. */
        PlanCropChoice: {
            school: string;
            name: string;
            /** Format: int32 */
            kept: number;
            /** Format: int32 */
            removed: number;
            /** @description Each crop with its season. */
            crops: components["schemas"]["PlanHarvest"][];
            gain: string;
            loss: string;
        };
        /** @description One cut; made by the factory of its kind alone. */
        PlanCut: {
            /**
             * Format: double
             * @description Distance along the stem, mm; null where the bud has still to be found.
             */
            at: null | number;
            /** @description The bud it is made above; null where there is none, or none was seen. */
            bud: components["schemas"]["PlanBud"];
            /**
             * Format: double
             * @description Degrees; 0 is square to the stem.
             */
            slope: number;
            /**
             * Format: double
             * @description So far above the bud or the join, mm.
             */
            clearance: number;
            /** @description What is cut at. */
            where: components["schemas"]["CutPlace"];
            /**
             * Format: double
             * @description The place in space, mm in the frame of the survey; also double PlanCut.Y and double PlanCut.Z.
             */
            x: number;
            /** Format: double */
            y: number;
            /** Format: double */
            z: number;
        };
        /** @description A plan in the exchange format gemmifer.plan/1. Lengths mm, clock bearings in hours, dates ISO 8601. */
        PlanDocument: {
            format: string;
            school: string;
            /** @description The choice is proved the best there is under the school. */
            optimal: boolean;
            /**
             * Format: double
             * @description Points of the choice; null where nothing was optimised.
             */
            score: null | number;
            /**
             * Format: double
             * @description No choice has more points than this.
             */
            bound: null | number;
            stems: components["schemas"]["PlanStem"][];
            steps: components["schemas"]["PlanStep"][];
            counts: components["schemas"]["PlanCounts"];
            forecast: components["schemas"]["PlanForecast"];
            kit: components["schemas"]["PlanKit"];
            assumed: components["schemas"]["PlanAssumption"][];
            askFor: components["schemas"]["PlanQuestion"][];
            warnings: components["schemas"]["PlanWarning"][];
            limits: components["schemas"]["PlanLimits"];
            training: null | components["schemas"]["PlanTraining"];
            vine?: components["schemas"]["PlanVine"];
            row?: components["schemas"]["PlanRow"];
            /**
             * @description What each stem was taken to be, defaults filled in, in order of id: what a drawing
             *                 draws.
             */
            resolved: components["schemas"]["ResolvedStem"][];
            /** @description How it turns out, the sentence that matters most first. */
            summary: components["schemas"]["PlanSentence"][];
        };
        /** @description A change to the survey that was tried. */
        PlanFlip: {
            /** @description A JSON merge patch (RFC 7396) of the survey in which `stems` is keyed by id. */
            patch: components["schemas"]["JsonObject"];
            /** @description What this stem's decision then is. */
            decision: components["schemas"]["Decision"];
        };
        /** @description What to expect of the coming season, as ranges. */
        PlanForecast: {
            /** Format: int32 */
            shoots: number;
            /** Format: int32 */
            bloomPoints: number;
            flowering: string[];
            /** @description The shoots expected, about three from each end. */
            newShoots: components["schemas"]["NewShoot"][];
            /** @description Pairs of stems whose shoots will stand in each other's way. */
            crowds: components["schemas"]["Crowding"][];
            /** @description Canes by age after this work, next year and in five years. */
            ages: components["schemas"]["AgeCount"][];
            /** @description Canes that stay and are next to go, the first of them first. */
            next: components["schemas"]["NextCane"][];
        };
        /** @description A measure on which a decision hangs. */
        PlanHang: {
            stem: null | components["schemas"]["StemId"];
            /** @description Its name in the exchange format. */
            field: null | string;
            /**
             * Format: double
             * @description One standard deviation below what was measured, in the unit of the field.
             */
            from: null | number;
            /**
             * Format: double
             * @description One above.
             */
            to: null | number;
            text: components["schemas"]["Sentence"];
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
        };
        /** @description One crop and when it hangs. */
        PlanHarvest: {
            name: string;
            /** Format: date */
            from: string;
            /** Format: date */
            to: string;
        };
        /** @description What to carry, and how long it takes. */
        PlanKit: {
            tools: string[];
            ties: components["schemas"]["PlanTies"];
            protection: string[];
            /** Format: int32 */
            minutes: number;
            effort: components["schemas"]["Effort"];
        };
        /** @description Bearing, hours, and lean at base and tip, degrees. */
        PlanLies: {
            /** Format: double */
            clock: number;
            /** Format: double */
            lean: number;
            /** Format: double */
            tipLean: number;
        };
        /** @description The limits the school set for this plant, as used: changed values, how hard and neglect taken in. */
        PlanLimits: {
            name: string;
            /** Format: double */
            spacing: number;
            /** Format: int32 */
            canesMin: number;
            /** Format: int32 */
            canesMax: number;
            /**
             * Format: double
             * @description Lowest cut, mm above the crown, or along the cane where canes hang; null where height does
             *                 not matter.
             */
            heightMin: null | number;
            /**
             * Format: double
             * @description Highest cut, likewise.
             */
            heightMax: null | number;
            /** Format: double */
            removeShare: number;
            /** Format: double */
            clearance: number;
        };
        /** @description A line on the support. */
        PlanLine: {
            /** Format: int32 */
            n: number;
            /** @description Where it leads, in words. */
            name: string;
            /** @description Places along it, x and z. */
            path: number[][];
        };
        /** @description Metres of one kind of tie, and for which canes. */
        PlanMaterial: {
            material: string;
            /** Format: double */
            metres: number;
            stems: string[];
        };
        /** @description What is known of an unknown type. */
        PlanNaming: {
            /** @description The kind it is; null while unsure. */
            type: null | string;
            name: null | string;
            /** @description Kinds that still fit, with their names. */
            possible: components["schemas"]["PlanPossible"][];
            /** @description What each sighting said. */
            reasons: components["schemas"]["PlanTypingReason"][];
            contradiction: boolean;
            /** @description The look that would tell most. */
            next: null | string;
        };
        /** @description One place on the vine. */
        PlanPosition: {
            id: components["schemas"]["StemId"];
            shoot: null | components["schemas"]["StemId"];
            /**
             * Format: int32
             * @description Counted buds that stay.
             */
            buds: number;
            /** @description Whether one more was left for the second visit. */
            doubt: boolean;
            /**
             * Format: double
             * @description How far the shoot starts from the arm, mm.
             */
            off: number;
            /**
             * Format: double
             * @description How fast the place moves away from the arm, mm a year.
             */
            creepPerYear: null | number;
            /**
             * Format: int32
             * @description The season in which it will be a fist away.
             */
            renewBy: null | number;
            text: components["schemas"]["Sentence"];
            /** @description Where its buds sit: x, y, z. */
            marks: number[][];
            /**
             * Format: double
             * @description Where it stands on the arm or trunk, mm.
             */
            along: number;
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
        };
        /** @description A kind that still fits. */
        PlanPossible: {
            kind: string;
            name: string;
        };
        /** @description One more observation that would make the plan surer. */
        PlanQuestion: {
            stem: null | components["schemas"]["StemId"];
            what: string;
            text: components["schemas"]["Sentence"];
            /**
             * Format: int32
             * @description Stems that one of the answers would decide otherwise; 0 where only a cut would change.
             * @default 0
             */
            changes: number;
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
            /** @description The answers that were tried. */
            tried: components["schemas"]["PlanTried"][];
            /** @description Whether the text itself names the stem. */
            named?: boolean;
        };
        /** @description One reason: the rule, its sentence and where the rule comes from. */
        PlanReason: {
            rule: string;
            text: components["schemas"]["Sentence"];
            provenance: components["schemas"]["Provenance"];
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
        };
        /** @description A row of cane fruit in numbers. Lengths mm. */
        PlanRow: {
            /**
             * Format: double
             * @description Canes per metre of row that stay, those in their fruiting summer not counted.
             */
            perMetre: number;
            /**
             * Format: int32
             * @description Fewest canes the row should keep.
             */
            least: number;
            /**
             * Format: int32
             * @description Most canes the row should keep.
             */
            most: number;
            /** @description Canes by what becomes of them. */
            classes: components["schemas"]["PlanClass"][];
            tip: null | components["schemas"]["PlanTip"];
            /** @description Side shoots are shortened to between these; null where they are not. */
            laterals: null | number[];
            /** @description Heights to tie to. */
            wires: number[];
            /** @description One crop beside two; empty where there is no choice. */
            compare: components["schemas"]["PlanCropChoice"][];
            naming: null | components["schemas"]["PlanNaming"];
            /** @description Whether its canes are counted by the plant; else by the metre of row. */
            perPlant: boolean;
        };
        /** @description A sentence that stands by itself. */
        PlanSentence: {
            text: components["schemas"]["Sentence"];
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
        };
        /**
         * @description How far the plan of a plant is.
         * @enum {unknown}
         */
        PlanState: "planned" | "finished" | "empty" | "unplannable" | "failed";
        /** @description What happens to one stem, and why. */
        PlanStem: {
            id: components["schemas"]["StemId"];
            decision: components["schemas"]["Decision"];
            verdict: components["schemas"]["Verdict"];
            reasons: components["schemas"]["PlanReason"][];
            successor: null | components["schemas"]["StemId"];
            /**
             * @description What would change the decision, in one sentence: what was tried and what came of it; null where
             *                 nothing was found.
             */
            flips?: string;
            flip?: null | components["schemas"]["PlanFlip"];
            /** @description The measures in Sentence? PlanStem.Flips; null where there are none. */
            flipsMeasures?: null | components["schemas"]["Measure"][];
            /**
             * @description Whether the decision is the same at every edge of what was measured that was tried; null where nothing was
             *     measured with a spread, or an edge could not be planned for sure.
             */
            sure?: null | boolean;
            hangsOn?: null | components["schemas"]["PlanHang"];
        };
        /** @description One step of the work, in order. */
        PlanStep: {
            /**
             * Format: int32
             * @description From 1, in the order of work; 0 before StepOrder gave it.
             */
            n: number;
            stage: components["schemas"]["Stage"];
            stem: null | components["schemas"]["StemId"];
            action: components["schemas"]["StepAction"];
            cut: null | components["schemas"]["PlanCut"];
            ties: components["schemas"]["PlanTie"][];
            tool: null | components["schemas"]["Tool"];
            disinfect: boolean;
            /** Format: date */
            due: string;
            /** @description Whether it is right on any day of the year, so that nothing is asked before it is done. */
            anyTime?: boolean;
            caution: null | string;
            /** @description Where, what and how, in few words. */
            text: components["schemas"]["Sentence"];
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
            more: null | components["schemas"]["Sentence"];
            /** @description The measures in Sentence? PlanStep.More; null where there are none. */
            moreMeasures?: null | components["schemas"]["Measure"][];
            class?: null | components["schemas"]["CaneClass"];
            asks?: null | components["schemas"]["StepAsk"];
        };
        /** @description One sum as it would be written by hand. */
        PlanSum: {
            of: components["schemas"]["SumOf"];
            text: string;
        };
        /** @description One tie. */
        PlanTie: {
            /** Format: double */
            x: number;
            /** Format: double */
            z: number;
            on: string;
            /**
             * Format: int32
             * @description Along the cane, from 1.
             * @default 1
             */
            n: number;
            /**
             * Format: double
             * @default 0
             */
            y: number;
        };
        /** @description Tie material. */
        PlanTies: {
            /** Format: double */
            metres: number;
            /** @description Metres of each kind. */
            of: components["schemas"]["PlanMaterial"][];
        };
        /** @description Where and when canes are tipped. */
        PlanTip: {
            /** Format: double */
            height: number;
            /**
             * Format: double
             * @description Between this height and the next.
             */
            from: number;
            /**
             * Format: double
             * @description Where the school has no upper limit, the height itself.
             */
            to: number;
            /**
             * Format: date
             * @description The day; null where it is done with this work.
             */
            due: null | string;
        };
        /** @description One cane on the support. */
        PlanTrainedCane: {
            stem: components["schemas"]["StemId"];
            how: components["schemas"]["Lies"];
            /**
             * Format: int32
             * @description The number of its line; null where it has none.
             */
            line: null | number;
            /** @description Places along it once tied, x, y and z, from its base to its end. */
            path: number[][];
            /**
             * Format: double
             * @description Strain of the outer fibre in the tightest part; 0 where it is not bent.
             */
            strain: number;
            /**
             * Format: double
             * @description Strain its wood bears.
             */
            allowed: number;
            /**
             * Format: double
             * @description Tightest bend, mm; null where it is straight.
             */
            radius: null | number;
            /**
             * Format: double
             * @description Tightest bend its wood takes, mm; null where it takes none.
             */
            needed: null | number;
            /** @description What it is tied with. */
            material: string;
            /** Format: double */
            metres: number;
            /** @description As a survey would note it once tied. */
            lies: components["schemas"]["PlanLies"];
            /** @description In a sentence. */
            text: components["schemas"]["Sentence"];
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
        };
        /** @description How the canes that stay lie on the support. Lengths mm, in the frame of the survey. */
        PlanTraining: {
            /** @description The lines of the support, in the order of their numbers. */
            lines: components["schemas"]["PlanLine"][];
            canes: components["schemas"]["PlanTrainedCane"][];
            /**
             * Format: double
             * @description Length of line that is covered, of all lines, 0 to 1.
             */
            covered: number;
            /**
             * Format: double
             * @description What letting canes cross would gain, millimetres of line covered; 0 where
             *                 nothing.
             */
            crossingGain: number;
            /**
             * Format: int32
             * @description Points from which flowers would come if the same wood stayed as it was found.
             */
            bloomFound: number;
            /**
             * Format: int32
             * @description The same as tied.
             */
            bloomTied: number;
            /** @description Where they stand on the face of the support as tied. */
            bloom: components["schemas"]["PlanBloom"][];
            /**
             * Format: double
             * @description Below this height hardly anything flowers; null where the foot is not bare.
             */
            bareTo: null | number;
        };
        /** @description An answer to a look that was planned with. */
        PlanTried: {
            /** @description A JSON merge patch (RFC 7396) of the survey in which `stems` is keyed by id. */
            patch: components["schemas"]["JsonObject"];
            /**
             * Format: int32
             * @description Decisions that then differ.
             */
            changes: number;
        };
        /** @description One sighting, and the names of the types it ruled out. */
        PlanTypingReason: {
            /** Format: date */
            date: string;
            what: string;
            text: components["schemas"]["Sentence"];
            ruledOut: string[];
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
        };
        /** @description A vine in numbers. */
        PlanVine: {
            system: components["schemas"]["VineSystem"];
            work: components["schemas"]["VineTask"];
            budget: null | components["schemas"]["PlanBudget"];
            /** @description Each place that carries buds, or that goes. */
            positions: components["schemas"]["PlanPosition"][];
            crop: null | components["schemas"]["PlanCrop"];
            /** @description Crop and wood of each season that was weighed, oldest first. */
            balance: components["schemas"]["PlanBalance"][];
            /** @description Of a young vine; empty for others. */
            timeline: components["schemas"]["PlanVineYear"][];
            /**
             * Format: date
             * @description The next dry day where rain speaks against the day planned; null where none is known or none is
             *                 needed.
             */
            dryDay: null | string;
        };
        /** @description One year of a young vine. */
        PlanVineYear: {
            /** Format: int32 */
            year: number;
            text: components["schemas"]["Sentence"];
            now: boolean;
            done: boolean;
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
        };
        /** @description Something to know about the plan. */
        PlanWarning: {
            code: string;
            text: components["schemas"]["Sentence"];
            /**
             * Format: stem-id
             * @description The stem it is about; null where it is about the plant or several.
             */
            stem?: StemId;
            /** @description The measures in the text; null where there are none. */
            measures?: null | components["schemas"]["Measure"][];
        };
        /**
         * @description What a gardener may say of a plant as a whole, beside its name, its kind and its place.
         * @enum {unknown}
         */
        PlantFact: "vigour" | "union" | "neglected" | "rootstock";
        /**
         * @description The name of plants that are surveyed, planned and remembered in one way, as in the exchange format.
         * @enum {unknown}
         */
        PlantFamily: "rose" | "vine" | "cane-fruit" | "shrub";
        /** @description What the gardener says of a plant. Lengths mm. */
        PlantInput: {
            name: string;
            kind: string;
            place: null | string;
            /** Format: int32 */
            plantedYear: null | number;
            vigour: null | string;
            neglected: null | boolean;
            /** Format: double */
            unionHeight: null | number;
            rootstock: null | boolean;
            look: null | string;
            /**
             * @description Made by the page that adds it, 32 digits and letters from a to f; sent twice it is added
             *         once.
             */
            id?: null | string;
            sun?: null | components["schemas"]["Sun"];
            /** @description Whether it is covered in winter. */
            cover?: null | boolean;
            /** @description Whether its hips are wanted. */
            hips?: null | boolean;
            /**
             * Format: date
             * @description The day it is wanted in flower.
             */
            flowerOn?: null | string;
        };
        /**
         * @description How far the work on a plant is, in the season that is on.
         * @enum {unknown}
         */
        PlantState: "empty" | "surveyed" | "working" | "finished";
        /** @description A plant in the list of the garden. */
        PlantSummary: {
            plant: components["schemas"]["PlantView"];
            state: components["schemas"]["PlantState"];
            /** Format: int32 */
            stepsDone: number;
            /**
             * Format: date
             * @description First day of its main prune.
             */
            dueFrom: string;
            /** Format: date */
            dueTo: string;
            /**
             * Format: date
             * @description Day of the last cut in the log.
             */
            lastPruned: null | string;
            /** @description Its canes as last seen, for a small drawing. */
            canes: components["schemas"]["DrawnCane"][];
        };
        /** @description A plant as stored. */
        PlantView: {
            id: string;
            /** Format: int32 */
            revision: number;
            name: string;
            kind: string;
            kindName: string;
            family: components["schemas"]["PlantFamily"];
            place: string;
            /** Format: int32 */
            plantedYear: null | number;
            vigour: null | string;
            neglected: boolean;
            /** Format: double */
            unionHeight: null | number;
            rootstock: null | boolean;
            look: null | string;
            sun: null | components["schemas"]["Sun"];
            cover: boolean;
            hips: boolean;
            /** Format: date */
            flowerOn: null | string;
        };
        ProblemDetails: {
            type?: null | string;
            title?: null | string;
            /** Format: int32 */
            status?: null | number;
            detail?: null | string;
            instance?: null | string;
        };
        /**
         * @description Where a rule, a value or a reason comes from; shown beside it.
         * @enum {unknown}
         */
        Provenance: "practice" | "published" | "memory" | "assumption" | "user" | "observed";
        /** @description The shape of a stem with everything known or assumed about it. Lengths mm, angles degrees, bearings in hours. */
        ResolvedStem: {
            id: components["schemas"]["StemId"];
            /** Format: double */
            at: number;
            /** Format: double */
            clock: number;
            /** Format: double */
            baseClock: number;
            /** Format: double */
            radius: number;
            /** Format: double */
            length: number;
            /** Format: double */
            lean: number;
            /** Format: double */
            tipLean: number;
        };
        /**
         * @description What somebody may do in the garden.
         * @enum {unknown}
         */
        Role: "owner" | "helper" | "looker";
        /** @description A visit as it is begun or changed. */
        RoundInput: {
            /** @description round, cover or uncover. */
            task: components["schemas"]["SurveyTask"];
            stems: null | components["schemas"]["JsonElement"];
            school: null | components["schemas"]["JsonElement"];
            /** @description It is wanted today, in its season or not. */
            anyway: null | boolean;
        };
        /** @description A visit beside the season's survey. */
        RoundView: {
            /** @description Its name, made by the page that began it. */
            key: string;
            /** Format: int32 */
            season: number;
            /** Format: int32 */
            revision: number;
            task: components["schemas"]["SurveyTask"];
            /** Format: date */
            date: string;
            /** @description What was seen, as gemmifer.survey/1. */
            document: components["schemas"]["JsonElement"];
            /**
             * Format: int32
             * @description So many steps of it stand in the log.
             */
            steps: number;
            finished: boolean;
        };
        /** @description What a value is for one kind. */
        RuleByKind: {
            kind: string;
            /** Format: double */
            number: null | number;
            word: null | string;
            provenance: components["schemas"]["Provenance"];
            why: string;
        };
        /**
         * @description A school as the rules screen shows it: every value with its source, its range and, where the gardener set it, what
         *     it was.
         */
        RuleSchool: {
            id: string;
            name: string;
            summary: string;
            /** @description Whether it is the gardener's own copy. */
            own: boolean;
            /** @description The school it was copied from; null for one that ships. */
            base: null | string;
            /**
             * Format: int32
             * @description 0 for one that ships.
             */
            revision: number;
            kinds: string[];
            family: components["schemas"]["PlantFamily"];
            values: components["schemas"]["RuleValue"][];
            weights: components["schemas"]["RuleWeight"][];
        };
        /** @description One value of a school. */
        RuleValue: {
            name: string;
            label: string;
            unit: string;
            /** Format: double */
            number: null | number;
            word: null | string;
            /**
             * Format: double
             * @description Least it may be; null for a word or a yes or no.
             */
            min: null | number;
            /** Format: double */
            max: null | number;
            whole: boolean;
            /** @description What it may be; empty for a number. */
            words: string[];
            /** @description Yes or no; then Number is 1 or 0. */
            flag: boolean;
            provenance: components["schemas"]["Provenance"];
            why: string;
            /** @description What it is for kinds that differ. */
            byKind: components["schemas"]["RuleByKind"][];
        };
        /** @description What a wish is worth in points when the choice is weighed; below 0 it counts against. */
        RuleWeight: {
            name: string;
            /** Format: double */
            points: number;
            provenance: components["schemas"]["Provenance"];
            why: string;
        };
        /** @description One value of a school with its provenance. */
        SchoolValueView: {
            name: string;
            label: string;
            unit: string;
            /** Format: double */
            number: null | number;
            word: null | string;
            provenance: components["schemas"]["Provenance"];
            why: string;
        };
        /** @description A school as it applies to one kind. */
        SchoolView: {
            id: string;
            name: string;
            summary: string;
            /** @description For the gardener's own: the school it was copied from. */
            base: null | string;
            set: null | components["schemas"]["JsonElement"];
            values: components["schemas"]["SchoolValueView"][];
        };
        /**
         * @description A sentence of a plan and the measures that stand in it as numbers, so that a screen can show them in other units
         *     without reading
         *     the words.
         */
        Sentence: string;
        /** @description Settings with the revision they were read at. */
        SettingsView: {
            /** Format: int32 */
            revision: number;
            settings: components["schemas"]["GardenSettings"];
        };
        /** @description A line as it is said. */
        SpokenInput: {
            /** @description Such as "first bloom row 2 today". */
            line: string;
        };
        /** @description What a spoken line means, or what has to be asked; nothing is stored. */
        SpokenView: {
            /** @description Null where it is clear. */
            question: null | string;
            /** @description What it may mean. */
            choices: string[];
            /** @description The plant or place it is of, as the garden names it. */
            of: null | string;
            plants: string[];
            /** Format: date */
            day: null | string;
            what: null | components["schemas"]["YearEvent"];
            text: null | string;
            /** Format: double */
            mm: null | number;
            /** Format: double */
            grams: null | number;
            /** Format: int32 */
            bbch: null | number;
            /** @description The line as the log will say it. */
            says: null | string;
            measures: null | components["schemas"]["Measure"][];
        };
        /**
         * @description What belongs together in the work, in the order of work.
         * @enum {unknown}
         */
        Stage: "prepare" | "rough" | "dead" | "diseased" | "damaged" | "suckers" | "crossing" | "thin" | "shorten" | "laterals" | "deadhead" | "count" | "train" | "clean" | "return";
        /**
         * Format: stem-id
         * @description What a stem is called within its survey, as in `A` or `A1`: 1 to 200 characters, compared one by one. It
         *     can be read wherever words are wanted; words are no name of a stem till somebody says so.
         */
        StemId: StemId;
        /**
         * @description What is done in a step.
         * @enum {unknown}
         */
        StepAction: "remove" | "shorten" | "tie" | "check" | "defer" | "tip" | "rub-off" | "do";
        /** @enum {unknown} */
        StepAsk: "prunings" | null;
        /** @description What the gardener did with a step. */
        StepInput: {
            key: string;
            /** @description Of the step as it was shown. */
            mark: string;
            outcome: components["schemas"]["StepOutcome"];
            instead: null | components["schemas"]["Instead"];
            /**
             * Format: double
             * @description Where it was cut, mm along the stem.
             */
            cutAt: null | number;
            note: null | string;
            tiedTo?: null | components["schemas"]["TiedTo"];
        };
        /** @enum {unknown} */
        StepOutcome: "done" | "different" | "skipped" | null;
        /**
         * @description What a sum of the budget is about.
         * @enum {unknown}
         */
        SumOf: "rule" | "winter-loss" | "room";
        /** @enum {unknown} */
        Sun: "full" | "half" | "shade" | null;
        /**
         * gemmifer.survey/1
         * @description What was seen on one plant on one day. Lengths mm, weights g, angles degrees, clock bearings in hours (0 < c <= 12), dates ISO 8601. Unknown fields are ignored and listed in the plan's warnings.
         */
        SurveyBody: {
            /** @constant */
            format: "gemmifer.survey/1";
            plant: {
                name?: null | string;
                /** @enum {unknown} */
                kind: "rose.hybrid-tea" | "rose.floribunda" | "rose.shrub" | "rose.grafted-shrub" | "rose.miniature" | "rose.once-flowering" | "rose.rambler" | "rose.climber" | "rose.weeping-standard" | "vine.vinifera" | "vine.american" | "vine.hybrid" | "vine.muscadine" | "raspberry.summer" | "raspberry.fall" | "raspberry.black" | "raspberry.purple" | "blackberry.erect" | "blackberry.trailing" | "canefruit.unknown" | "shrub.simple";
                /** @enum {unknown} */
                vigour?: "weak" | "normal" | "strong" | null;
                yearsPlanted?: null | number;
                neglected?: null | boolean;
                /** @description Covered over the winter: pruned after the cover comes off. */
                cover?: null | boolean;
                /** @description Its hips are wanted: late in summer its finished flowers stay. */
                hips?: null | boolean;
                unionHeight?: null | number;
                rootstock?: null | boolean;
                /** @enum {unknown} */
                look?: "open" | "full" | null;
            };
            place?: null | {
                /** @enum {unknown} */
                hemisphere?: "north" | "south" | null;
                lastFrost?: null | string;
                firstFrost?: null | string;
            };
            /**
             * @description What is planned: the prune, a round among the flowers, covering for the winter, uncovering.
             * @enum {unknown}
             */
            task?: "prune" | "round" | "cover" | "uncover" | null;
            /** @description Elective cuts are planned for the day, in season or not. */
            anyway?: null | boolean;
        } & WithRequired<components["schemas"]["SurveyFields"], "date">;
        SurveyBodyBud: {
            at?: number;
            clock?: null | number;
            /** @enum {unknown} */
            face?: "up" | "down" | "side" | null;
            /** @enum {unknown} */
            state?: "dormant" | "swelling" | "shooting" | "blind" | "damaged" | "basal" | "flower" | null;
            leaflets?: null | number;
            /** @description Which leaf it sits at, counted from the top; at may then be left out. */
            leaf?: number;
        } | unknown | unknown;
        SurveyBodyStem: {
            /** Format: stem-id */
            id: StemId;
            /** @enum {unknown} */
            role: "cane" | "lateral" | "trunk" | "arm" | "shoot" | "spur";
            parent: string;
            at?: null | number;
            clock?: null | number;
            baseClock?: null | number;
            radius?: null | number;
            diameter: number;
            length?: null | number;
            lean?: null | number;
            tipLean?: null | number;
            age: number;
            seen?: null | (("bark.green" | "bark.brown" | "bark.grey" | "bark.black" | "scratch.green" | "scratch.brown" | "pith.green" | "pith.brown" | "leafing" | "not-leafing" | "snap.dry" | "wound" | "canker" | "borer" | "spotting" | "distorted" | "smooth" | "leaflets-differ" | "mildew" | "below-union" | "soft" | "supple" | "stiff" | "forward" | "spindly" | "fruited" | "fruited-twice" | "productive" | "unproductive" | "held") | {
                /** @enum {unknown} */
                what: "bark.green" | "bark.brown" | "bark.grey" | "bark.black" | "scratch.green" | "scratch.brown" | "pith.green" | "pith.brown" | "leafing" | "not-leafing" | "snap.dry" | "wound" | "canker" | "borer" | "spotting" | "distorted" | "smooth" | "leaflets-differ" | "mildew" | "below-union" | "soft" | "supple" | "stiff" | "forward" | "spindly" | "fruited" | "fruited-twice" | "productive" | "unproductive" | "held";
                at?: null | number;
            })[];
            deadFrom?: null | number;
            rubs?: null | StemId[];
            pin?: null | ("keep" | "remove") | {
                cutAt: number;
            };
            pinReason?: null | string;
            buds?: null | components["schemas"]["SurveyBodyBud"][];
            fruitTo?: null | number;
            /** @description How well it was measured: one standard deviation of each. */
            spread?: null | {
                clock?: null | number;
                lean?: null | number;
                tipLean?: null | number;
                length?: null | number;
                diameter?: null | number;
            };
            head?: null | {
                blooms?: null | number;
                finished?: null | number;
                /** @description It is wanted for the vase. */
                vase?: null | boolean;
                /** @description The leaf, counted from the top, that stands as high as its neighbours do. */
                level?: null | number;
                /** @description The leaf, counted from the top, from which down it is clear of a path. */
                clear?: null | number;
            };
            /**
             * @description What last winter's plan named it for: to go next, or to take the place of one that does.
             * @enum {unknown}
             */
            named?: "next" | "successor" | null;
            towards?: null | {
                x: number;
                z: number;
            };
        };
        SurveyFields: {
            date?: string;
            school?: null | ("open-bowl" | "moderate-half" | "light-hand" | "renewal-by-age" | "rough-shear" | "hard" | "flat-fan" | "keep-volume" | "halve" | "restart" | "upright" | "spur" | "goblet" | "long-cane" | "one-crop" | "two-crops" | "branching-tip") | {
                /** @enum {unknown} */
                base?: "open-bowl" | "moderate-half" | "light-hand" | "renewal-by-age" | "rough-shear" | "hard" | "flat-fan" | "keep-volume" | "halve" | "restart" | "upright" | "spur" | "goblet" | "long-cane" | "one-crop" | "two-crops" | "branching-tip" | null;
                set?: null | {
                    spacing?: null | number;
                    canesMin?: null | number;
                    canesMax?: null | number;
                    heightMin?: null | number;
                    heightMax?: null | number;
                    removeShare?: null | number;
                    removeShareWeak?: null | number;
                    oldShare?: null | number;
                    thinBelow?: null | number;
                    slope?: null | number;
                    clearance?: null | number;
                    /** @enum {unknown} */
                    bud?: "outward" | "any" | "up-and-out" | null;
                    /** @enum {unknown} */
                    centre?: "open" | "may-stay" | null;
                    lateralBuds?: null | number;
                    lateralLength?: null | number;
                    spurBuds?: null | number;
                    spurSpacing?: null | number;
                    tipHeight?: null | number;
                    stripLeaves?: null | boolean;
                    sealant?: null | boolean;
                    levelSpread?: null | number;
                    aimShare?: null | number;
                    roughTop?: null | number;
                    /** @enum {unknown} */
                    cut?: "bud" | "shears" | null;
                    strainOneYear?: null | number;
                    strainTwoYears?: null | number;
                    strainOlder?: null | number;
                    tieSpacing?: null | number;
                    caneBudsMin?: null | number;
                    caneBudsMax?: null | number;
                    tipBeyond?: null | number;
                    /** @enum {unknown} */
                    when?: "late-winter" | "halves" | "mild" | "after-cover" | "midwinter" | null;
                    /** @enum {unknown} */
                    climber?: "flat-fan" | "keep-volume" | "halve" | "restart" | "upright" | null;
                    /** @enum {unknown} */
                    deadhead?: "shallow" | "first-full-leaf" | "by-height" | null;
                    /** @enum {unknown} */
                    hips?: "none" | "keep" | null;
                };
                hardness?: null | number;
                name?: null | string;
                own?: null | string;
            };
            rain?: null | {
                date: string;
                mm: number;
            }[];
            support?: null | {
                /** @enum {unknown} */
                kind: "wall" | "fence" | "wires" | "arch" | "obelisk" | "pergola" | "post" | "t-trellis" | "stake";
                /** @description Left edge; half the width to the left where it is not given. */
                from?: null | number;
                width?: number;
                height: number;
                /** @description How far behind the crown. */
                y?: null | number;
                wires?: null | {
                    height: number;
                    y?: null | number;
                }[];
                openings?: null | {
                    x: number;
                    z: number;
                    width: number;
                    height: number;
                }[];
            };
            keepOut?: null | {
                name?: null | string;
                side: number;
                from: number;
            }[];
            stems?: null | components["schemas"]["SurveyBodyStem"][];
            vine?: null | {
                /** @enum {unknown} */
                system?: "goblet" | "cordon" | "long-cane" | "t-trellis" | "training" | null;
                year?: null | number;
                spacing?: null | number;
                rowSpacing?: null | number;
                pruningWeight?: null | number;
                winterLoss?: null | {
                    cut: number;
                    dead: number;
                };
                budRule?: null | {
                    base: number;
                    per: number;
                    unit?: null | number;
                };
                /** @enum {unknown} */
                rule?: "weight" | "metre" | "spurs" | null;
                perMetre?: null | number;
                stage?: null | number;
                records?: null | {
                    season: number;
                    pruningWeight?: null | number;
                    crop?: null | number;
                }[];
            };
            row?: null | {
                length: number;
                width?: null | number;
                firstYear?: null | number;
                secondYear?: null | number;
                spent?: null | number;
                thin?: null | number;
                meanHeight?: null | number;
                plants?: null | number;
                observations?: null | {
                    date: string;
                    /** @enum {unknown} */
                    what: "new-canes-fruited" | "new-canes-bare" | "old-canes-fruited" | "fruit-on-side-shoots" | "berry-hollow" | "berry-with-core" | "berry-red" | "berry-yellow" | "berry-purple" | "berry-black" | "canes-upright" | "canes-arching" | "canes-trailing";
                }[];
            };
        };
        /** @description What is noted of a plant on a walk round it, as in gemmifer.survey/1. */
        SurveyNoted: WithRequired<components["schemas"]["SurveyFields"], "date" | "stems">;
        /**
         * @description What a survey is made for.
         * @enum {unknown}
         */
        SurveyTask: "prune" | "round" | "cover" | "uncover";
        /** @description A survey with the revision it was read at. */
        SurveyView: {
            /** Format: int32 */
            season: number;
            /**
             * Format: int32
             * @description 0 where nothing was stored yet this season.
             */
            revision: number;
            /**
             * Format: int32
             * @description The season its stems were carried over from; null where they were seen this
             *         season.
             */
            carriedFrom: null | number;
            /** @description Letters that canes of the last winters had and none has now: a new cane takes another. */
            earlier: string[];
            /** @description The survey in the exchange format gemmifer.survey/1. */
            document: components["schemas"]["JsonElement"];
        };
        /** @description How a cane lies once it was tied, and where it ends on the support. */
        TiedCane: {
            /**
             * Format: double
             * @description Bearing, hours.
             */
            clock: number;
            /**
             * Format: double
             * @description At its base, degrees from vertical.
             */
            lean: number;
            /**
             * Format: double
             * @description At its tip.
             */
            tipLean: number;
            /**
             * Format: double
             * @description Its end, mm to the right of the crown.
             */
            x: number;
            /**
             * Format: double
             * @description And above the soil, mm.
             */
            z: number;
        };
        /** @description A place on the support, seen from the front. */
        TiedTo: {
            /**
             * Format: double
             * @description To the right of the crown, mm.
             */
            x: number;
            /**
             * Format: double
             * @description Above the soil, mm.
             */
            z: number;
        };
        /** @enum {unknown} */
        Tool: "secateurs" | "loppers" | "saw" | "shears" | "fingers" | null;
        /** @description Canes as they were reckoned. */
        TraceAnswer: {
            stems: components["schemas"]["TracedStem"][];
            warnings: components["schemas"]["TraceWarning"][];
        };
        /**
         * Taps on photographs
         * @description Pixels from the upper left; lengths mm, bearings in hours of the clock. Fields nobody knows are ignored with a warning.
         */
        TraceBody: {
            views: components["schemas"]["TraceBodyView"][];
            canes: components["schemas"]["TraceBodyCane"][];
        };
        TraceBodyCane: {
            /** Format: stem-id */
            id: StemId;
            /** @description Its taps by picture, the first at its base, the last at its tip. */
            on: {
                [key: string]: components["schemas"]["TraceBodyPixel"][];
            };
            /** @description The bearing in which it leans, where somebody said it. */
            clock?: null | number;
            /** @description A pixel on either side, by picture. */
            width?: null | {
                [key: string]: components["schemas"]["TraceBodyPixel"][];
            };
            /** @description One standard deviation of that thickness, pixels. */
            widthSd?: null | {
                [key: string]: number;
            };
        };
        /** @description To the right and down. */
        TraceBodyPixel: number[];
        TraceBodyView: {
            id: string;
            /** @description The bearing at which the camera stands. */
            from: number;
            /** @description Width and height. */
            size: number[];
            /** @description Focal length on 36 mm film, which belongs to the longer side, mm. */
            focal35?: null | number;
            crown: components["schemas"]["TraceBodyPixel"];
            stick: {
                a: components["schemas"]["TraceBodyPixel"];
                b: components["schemas"]["TraceBodyPixel"];
                /** @description How long it is. */
                mm: number;
                /** @description Bearing and distance of its foot from the crown; at the crown where it is not given. */
                at?: null | number[];
            };
        };
        /** @description One standard deviation of each measure, where four pixels are that of each coordinate of every tap. */
        TraceSpread: {
            /**
             * Format: double
             * @description Hours; 0 where it was said.
             */
            clock: number;
            /**
             * Format: double
             * @description Degrees.
             */
            lean: number;
            /**
             * Format: double
             * @description Degrees.
             */
            tipLean: number;
            /**
             * Format: double
             * @description mm.
             */
            length: number;
            /**
             * Format: double
             * @description mm; null where no thickness was tapped.
             */
            diameter: null | number;
        };
        /** @description Something to mind about taps. */
        TraceWarning: {
            /** @description one-view, contradict, width, foot, upside-down, stick, focal, effort or unknown-field. */
            code: string;
            text: string;
            /** @description Null where it is about none. */
            cane?: null | string;
            view?: null | string;
        };
        /** @description A cane as it was reckoned from its taps. What cannot be known is null, and a warning says why. */
        TracedStem: {
            id: components["schemas"]["StemId"];
            /**
             * Format: double
             * @description Bearing in which it leans, hours.
             */
            clock: null | number;
            /**
             * Format: double
             * @description From vertical at its foot, degrees.
             */
            lean: null | number;
            /**
             * Format: double
             * @description The same at its tip.
             */
            tipLean: null | number;
            /**
             * Format: double
             * @description mm.
             */
            length: null | number;
            /**
             * Format: double
             * @description mm, where it was tapped.
             */
            diameter: null | number;
            spread: null | components["schemas"]["TraceSpread"];
            /**
             * Format: double
             * @description Bearing of its foot from the crown; only from two pictures.
             */
            baseClock?: null | number;
            /**
             * Format: double
             * @description Distance of its foot from the crown, mm; only from two pictures.
             */
            radius?: null | number;
        };
        /** @description What a stem is taken to be where nobody measured it. */
        UsualStem: {
            /**
             * Format: double
             * @description At least; a stem is no shorter than the furthest place noted on it.
             */
            lengthMm: number;
            /**
             * Format: double
             * @description From vertical.
             */
            leanDeg: number;
            /**
             * Format: double
             * @description Distance of its base from the middle of the crown.
             */
            radiusMm: number;
        };
        /**
         * @description What the evidence says about a stem.
         * @enum {unknown}
         */
        Verdict: "sound" | "dead" | "diseased" | "damaged" | "sucker" | "soft" | "unsure";
        /** @description What vines are counted and judged by, beside their schools. */
        VineRulesView: {
            budRules: components["schemas"]["BudRuleView"][];
            values: components["schemas"]["VineValueView"][];
        };
        /**
         * @description How a vine is trained.
         * @enum {unknown}
         */
        VineSystem: "goblet" | "cordon" | "long-cane" | "t-trellis" | "training";
        /**
         * @description The work a vine is planned for.
         * @enum {unknown}
         */
        VineTask: "winter" | "second-visit" | "summer" | "training";
        /** @description One number vines are judged by. */
        VineValueView: {
            name: string;
            /** Format: double */
            number: number;
            provenance: components["schemas"]["Provenance"];
            why: string;
            /** @description A share, shown in per cent. */
            share: boolean;
        };
        /** @description What became of a visit. */
        VisitInput: {
            outcome: components["schemas"]["VisitOutcome"];
            /**
             * Format: int32
             * @description With later: so many days on, 1 to 60; a week where not said.
             */
            days: null | number;
            /**
             * Format: date
             * @description The day it was shown to be due; put off from there only.
             */
            due: null | string;
        };
        /**
         * @description What one comes back to a plant for.
         * @enum {unknown}
         */
        VisitKind: "second-visit" | "remove" | "shorten" | "tie" | "check" | "defer" | "tip" | "rub-off" | "do";
        /**
         * @description What became of a visit.
         * @enum {unknown}
         */
        VisitOutcome: "done" | "later" | "open";
        /** @description A visit that is to come. */
        VisitView: {
            /** Format: int32 */
            id: number;
            plantId: string;
            plant: string;
            plantKind: string;
            place: string;
            kind: components["schemas"]["VisitKind"];
            text: string;
            measures: null | components["schemas"]["Measure"][];
            /** Format: date */
            due: string;
        };
        /** @description Work that waits for the weather. */
        WaitingJob: {
            job: components["schemas"]["DatedJob"];
            /** @description Rain or hard frost. */
            why: string;
            /**
             * Format: date
             * @description The next day that is known to be better; null where none is.
             */
            next: null | string;
        };
        /** @description What the weather was on a day. */
        WeatherDay: {
            /** Format: date */
            date: string;
            /**
             * Format: double
             * @description Lowest, °C; null where not measured.
             */
            tmin: null | number;
            /**
             * Format: double
             * @description Highest, °C; null where not measured.
             */
            tmax: null | number;
            /**
             * Format: double
             * @description mm; null where not measured.
             */
            rain: null | number;
        };
        /** @description What a weather file holds, before or after it is taken. */
        WeatherTaken: {
            /** @description False for a look that stores nothing. */
            taken: boolean;
            /**
             * Format: int32
             * @description How many days it holds.
             */
            days: number;
            /**
             * Format: int32
             * @description Of them new here.
             */
            added: number;
            /**
             * Format: int32
             * @description Of them here with other values, which are replaced.
             */
            changed: number;
            /** Format: date */
            from: null | string;
            /** Format: date */
            to: null | string;
            /** @description C or F: what it was read in. */
            temperature: string;
            /** @description mm or in. */
            rain: string;
            /** @description What is odd about it, in sentences. */
            notes: string[];
            /** @description Its first days, °C and mm. */
            first: components["schemas"]["WeatherDay"][];
        };
        /** @description The frosts a record tells of, from year to year. */
        WeatherView: {
            /** @description Whether it is made up by the station that ships. */
            simulated: boolean;
            /** Format: int32 */
            days: number;
            /** Format: date */
            from: null | string;
            /** Format: date */
            to: null | string;
            /** Format: int32 */
            missing: number;
            lastFrost: null | components["schemas"]["FrostDays"];
            firstFrost: null | components["schemas"]["FrostDays"];
            latest: components["schemas"]["WeatherDay"][];
            /** @description The days to come; empty where nobody knows them. */
            outlook: components["schemas"]["OutlookDay"][];
        };
        /** @description What to do in the minutes there are. */
        WorkNowView: {
            /** Format: date */
            today: string;
            /** Format: int32 */
            minutes: number;
            /** @description What is worth most that fits, in walking order, diseased plants last. */
            chosen: components["schemas"]["DatedJob"][];
            /**
             * Format: double
             * @description How long that takes, minutes.
             */
            takes: number;
            /** @description What is due as well and does not fit. */
            left: components["schemas"]["DatedJob"][];
            /** @description What is due and waits for the weather. */
            waits: components["schemas"]["WaitingJob"][];
            /** @description What should have been done in the last weeks and was not noted. */
            overdue: components["schemas"]["DatedJob"][];
            /** @description Plants after which the blades are disinfected. */
            diseased: string[];
            /** @description What to carry for what was chosen. */
            kit: string[];
            /**
             * Format: int32
             * @description How many are left; of a long list only the first are named.
             */
            leftMany: number;
            /**
             * Format: int32
             * @description How many wait, likewise.
             */
            waitsMany: number;
            /**
             * Format: int32
             * @description How many are overdue, likewise.
             */
            overdueMany: number;
            /** @description The plants that are named. */
            plants: components["schemas"]["YearPlantView"][];
            /** @description Plants that could not be dated though they should be, with the reference to report. */
            faults: components["schemas"]["YearWarning"][];
        };
        /** @description The work on a plant this season. */
        WorkView: {
            /** Format: int32 */
            season: number;
            /**
             * Format: int32
             * @description 1 for the main work, 2 for the visit after bud break.
             */
            visit: number;
            finished: boolean;
            document: components["schemas"]["JsonElement"];
            plan: null | components["schemas"]["PlanDocument"];
            pending: components["schemas"]["OpenStep"][];
            done: components["schemas"]["LogView"][];
            /** @description What the last step changed for other stems. */
            changes: components["schemas"]["Change"][];
            /**
             * @description The reference of a plan that failed though it should not, to report; null where none
             *         did.
             */
            fault: null | string;
            early: null | components["schemas"]["PlanSentence"];
            /**
             * Format: date
             * @description The day as the server has it.
             */
            today: string;
            /** @description Names what is shown; a change sends it back in the If-Match header. */
            revision: string;
        };
        /** @description The work of a year, dated. */
        YearAnswer: {
            jobs: components["schemas"]["DatedJob"][];
            bloom: components["schemas"]["BloomRound"][];
            warnings: components["schemas"]["YearWarning"][];
        };
        /**
         * What is asked of a year
         * @description Temperatures °C, rain mm. Fields nobody knows are ignored with a warning.
         */
        YearBody: {
            place?: null | {
                /** @enum {unknown} */
                hemisphere?: "north" | "south" | null;
                /** @description Degrees, negative in the south. */
                latitude?: null | number;
                /** @description Month and day, or none where it never comes; read from the weather where it is not given. */
                lastFrost?: string | "none" | null;
                /** @description The same of autumn. */
                firstFrost?: string | "none" | null;
            };
            /** @description The first day asked for. */
            from: string;
            /** @description The last one, at most three years on. */
            to: string;
            plants: components["schemas"]["YearBodyPlant"][];
            log?: null | components["schemas"]["YearBodyLine"][];
            /** @description Days, each once. */
            weather?: null | components["schemas"]["YearBodyDay"][];
        };
        YearBodyDay: {
            date: string;
            tmin?: null | number;
            tmax?: null | number;
            rain?: null | number;
        };
        YearBodyLine: {
            plant: string;
            date: string;
            /** @enum {unknown} */
            what: "pruned" | "bud-break" | "first-bloom" | "flush-end" | "deadheaded" | "tied" | "tipped" | "covered" | "uncovered" | "fed" | "harvested" | "height" | "prunings" | "disease" | "sprayed" | "storm-break" | "hail" | "vole" | "stake-gone" | "leaves-cleared" | "mulched" | "rubbed-off" | "path-cleared" | "looked";
        };
        YearBodyPlant: {
            id: string;
            /** @description One of those that GET /api/kinds answers. */
            kind: string;
            school?: null | string;
            /** @enum {unknown} */
            vigour?: "weak" | "normal" | "strong" | null;
            /** @enum {unknown} */
            sun?: "full" | "half" | "shade" | null;
            yearsPlanted?: null | number;
            /** @description Whether it is covered in winter. */
            cover?: null | boolean;
            /** @description The day it is wanted in flower. */
            flowerOn?: null | string;
            /** @description Whether its hips are wanted. */
            hips?: null | boolean;
            /** @description Days its spring is later than the garden's. */
            later?: null | number;
            /** @description Whether it stands at a path. */
            path?: null | boolean;
        };
        /** @enum {unknown} */
        YearEvent: "pruned" | "bud-break" | "first-bloom" | "flush-end" | "deadheaded" | "tied" | "tipped" | "covered" | "uncovered" | "fed" | "harvested" | "height" | "prunings" | "disease" | "sprayed" | "storm-break" | "hail" | "vole" | "stake-gone" | "leaves-cleared" | "mulched" | "rubbed-off" | "path-cleared" | "looked" | null;
        /**
         * @description Work of a year, by its names in the exchange format.
         * @enum {unknown}
         */
        YearJob: "look" | "main-prune" | "after-bloom-prune" | "tie-check" | "tipping" | "second-visit" | "rub-off" | "deadhead" | "level" | "stop-cuts" | "stop-feeding" | "leaf-clean" | "feed" | "mulch" | "cover" | "uncover" | "tool-care" | "spent-canes" | "path-clear";
        /** @description A plant as the year names it. */
        YearPlantView: {
            id: string;
            name: string;
            place: string;
            family: components["schemas"]["PlantFamily"];
        };
        /** @description Something to mind. */
        YearWarning: {
            code: string;
            text: string;
            plant?: null | string;
        };
    };
    responses: never;
    parameters: never;
    requestBodies: never;
    headers: never;
    pathItems: never;
}
export type $defs = Record<string, never>;
export interface operations {
    here: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["HereView"];
                };
            };
        };
    };
    signIn: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["EnterInput"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["HereView"];
                };
            };
            /** @description Forbidden */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Too Many Requests */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    signOut: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    people: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PeopleView"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    addHelper: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PersonInput"];
            };
        };
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["InvitationView"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    letDeviceIn: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["InvitationView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    sendAway: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    endSession: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    addLookLink: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LookLinkInput"];
            };
        };
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["InvitationView"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    endLookLink: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    tag: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    plan: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SurveyBody"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlanDocument"];
                };
            };
            /** @description Bad Request */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Payload Too Large */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unsupported Media Type */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Too Many Requests */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    year: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["YearBody"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["YearAnswer"];
                };
            };
            /** @description Bad Request */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Payload Too Large */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unsupported Media Type */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Too Many Requests */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    trace: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TraceBody"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TraceAnswer"];
                };
            };
            /** @description Bad Request */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Payload Too Large */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unsupported Media Type */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Too Many Requests */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    kinds: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["KindView"][];
                };
            };
        };
    };
    schools: {
        parameters: {
            query: {
                kind: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SchoolView"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    plants: {
        parameters: {
            query?: {
                q?: string;
                state?: string;
                place?: string;
                family?: string;
                due?: string;
                limit?: string;
                after?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlantSummary"][];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    addPlant: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlantInput"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlantView"];
                };
            };
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlantView"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    now: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["NowView"];
                };
            };
        };
    };
    places: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": string[];
                };
            };
        };
    };
    nextPlant: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlantView"];
                };
            };
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    gardenPlaces: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlaceView"][];
                };
            };
        };
    };
    savePlaces: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlacesInput"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlaceView"][];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    rules: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RuleSchool"][];
                };
            };
        };
    };
    copySchool: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OwnSchoolInput"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RuleSchool"];
                };
            };
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RuleSchool"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    saveSchool: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OwnSchoolInput"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RuleSchool"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    removeSchool: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    restoreSchool: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    survey: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SurveyView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    saveSurvey: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SurveyNoted"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SurveyView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    planGarden: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/x-ndjson": components["schemas"]["GardenPlanLine"];
                };
            };
        };
    };
    correctLine: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                line: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CorrectionInput"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LogView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    visits: {
        parameters: {
            query?: {
                limit?: string;
                after?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["VisitView"][];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    settleVisit: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["VisitInput"];
            };
        };
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    beginSecondVisit: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SurveyView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    takeSecondVisitBack: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SurveyView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    vineRules: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["VineRulesView"];
                };
            };
        };
    };
    blocks: {
        parameters: {
            query?: {
                limit?: string;
                after?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BlockView"][];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    addBlock: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BlockInput"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BlockView"];
                };
            };
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BlockView"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    settings: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SettingsView"];
                };
            };
        };
    };
    saveSettings: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["GardenSettings"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SettingsView"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    copies: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CopyView"][];
                };
            };
        };
    };
    makeCopy: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CopyView"];
                };
            };
        };
    };
    restoreCopy: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                name: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CopyView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    gardenYear: {
        parameters: {
            query?: {
                from?: string;
                to?: string;
                place?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["GardenYearView"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    gardenWork: {
        parameters: {
            query?: {
                minutes?: string;
                place?: string;
                job?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WorkNowView"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    weather: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WeatherView"];
                };
            };
        };
    };
    weatherFile: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    takeWeather: {
        parameters: {
            query?: {
                preview?: boolean;
                temperature?: string;
                rain?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: {
            content: {
                "text/csv": string;
                "*/*": string;
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WeatherTaken"];
                };
            };
            /** @description Bad Request */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Payload Too Large */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    addEntries: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["EntryInput"];
            };
        };
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["EntryView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    takeEntriesBack: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                batch: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    readEntry: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SpokenInput"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SpokenView"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    logFile: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    takeLog: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: {
            content: {
                "text/csv": string;
                "*/*": string;
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LogTaken"];
                };
            };
            /** @description Bad Request */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Payload Too Large */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    calendar: {
        parameters: {
            query?: {
                key?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Unauthorized */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    feeds: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["FeedView"][];
                };
            };
        };
    };
    makeFeed: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["FeedView"];
                };
            };
        };
    };
    endFeed: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    drawing: {
        parameters: {
            query?: {
                show?: string;
            };
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    surveyFile: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    archive: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
        };
    };
    takeArchive: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: {
            content: {
                "application/zip": string;
                "*/*": string;
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ArchiveTaken"];
                };
            };
            /** @description Bad Request */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Payload Too Large */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    plant: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlantView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    savePlant: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlantInput"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlantView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    removePlant: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    restorePlant: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    bin: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BinnedPlant"][];
                };
            };
        };
    };
    binnedLog: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LogView"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    binnedParts: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BinnedParts"];
                };
            };
        };
    };
    restorePhoto: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                photo: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    deletePhoto: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                photo: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    restoreLine: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                line: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    deleteLine: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                line: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    deletePlant: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    work: {
        parameters: {
            query?: {
                round?: string;
            };
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WorkView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    recordStep: {
        parameters: {
            query?: {
                round?: string;
            };
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["StepInput"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WorkView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    tryStep: {
        parameters: {
            query?: {
                round?: string;
            };
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["StepInput"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Change"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    takeBackStep: {
        parameters: {
            query?: {
                round?: string;
            };
            header?: never;
            path: {
                id: string;
                line: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WorkView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    undoStep: {
        parameters: {
            query?: {
                round?: string;
            };
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WorkView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    finishWork: {
        parameters: {
            query?: {
                round?: string;
            };
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WorkView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    takeFinishBack: {
        parameters: {
            query?: {
                round?: string;
            };
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WorkView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    log: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LogView"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    addNote: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NoteInput"];
            };
        };
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LogView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    weighCrop: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CropInput"];
            };
        };
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LogView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    rounds: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RoundView"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    round: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                round: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RoundView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    saveRound: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                round: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["RoundInput"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RoundView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    dropRound: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                round: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    photos: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PhotoView"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    photoPicture: {
        parameters: {
            query?: {
                small?: boolean;
            };
            header?: never;
            path: {
                id: string;
                photo: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    savePhoto: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                photo: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PhotoInput"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PhotoView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Payload Too Large */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
    dropPhoto: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                photo: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Failed */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
            /** @description Precondition Required */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDetails"];
                };
            };
        };
    };
}
type WithRequired<T, K extends keyof T> = T & {
    [P in K]-?: T[P];
};
